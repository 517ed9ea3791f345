/** Who works in Wexa, and what they may do. */
@NullMarked
package wexa.server.administrators;

import org.jspecify.annotations.NullMarked;
