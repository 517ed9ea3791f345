/** Directories: look-up and periodic reading. */
@NullMarked
package wexa.server.directory;

import org.jspecify.annotations.NullMarked;
