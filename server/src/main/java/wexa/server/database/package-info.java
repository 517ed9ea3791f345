/** How records are kept: the folder, the schema's steps, rows in batches, and whether the store can be written to. */
@NullMarked
package wexa.server.database;

import org.jspecify.annotations.NullMarked;
