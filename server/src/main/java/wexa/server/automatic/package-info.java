/** Changes that nobody drafted: each is applied by the policy for automatic changes, or held as a draft. */
@NullMarked
package wexa.server.automatic;

import org.jspecify.annotations.NullMarked;
