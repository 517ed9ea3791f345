/** Work that takes seconds, in turns. */
@NullMarked
package wexa.server.heavy;

import org.jspecify.annotations.NullMarked;
