/** The model in rows, the changelog, and the snapshot that requests read from. */
@NullMarked
package wexa.server.snapshot;

import org.jspecify.annotations.NullMarked;
