/** Tables that people bring: read, matched to columns, tried row by row, and made a draft of. */
@NullMarked
package wexa.server.imports;

import org.jspecify.annotations.NullMarked;
