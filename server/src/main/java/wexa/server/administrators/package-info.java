/** Who works in Wexa: the first administrator, the others, what each may do, and their end. */
@NullMarked
package wexa.server.administrators;

import org.jspecify.annotations.NullMarked;
