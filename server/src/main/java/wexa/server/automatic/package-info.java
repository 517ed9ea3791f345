/** Changes that nobody drafted: each passes the policy for automatic changes of where it comes from, or is held as a draft. */
@NullMarked
package wexa.server.automatic;

import org.jspecify.annotations.NullMarked;
