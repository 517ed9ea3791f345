/** Secrets that several people know, and which of them have to be changed because somebody left. */
@NullMarked
package wexa.server.secrets;

import org.jspecify.annotations.NullMarked;
