/** Who works in Wexa, and what they may do. */
@NullMarked
package wexa.server.rights;

import org.jspecify.annotations.NullMarked;
