/** Tables of people, memberships and assignments, read row by row into entries of a draft. */
@NullMarked
package wexa.core.importing;

import org.jspecify.annotations.NullMarked;
