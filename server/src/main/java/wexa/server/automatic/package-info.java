/** Changes that nobody drafted: each passes the standing policy of where it comes from, or is held as a draft. */
@NullMarked
package wexa.server.automatic;

import org.jspecify.annotations.NullMarked;
