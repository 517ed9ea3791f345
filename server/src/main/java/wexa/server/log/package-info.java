/** The log of changes. */
@NullMarked
package wexa.server.log;

import org.jspecify.annotations.NullMarked;
