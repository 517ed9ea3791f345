/** In whom two sides of a conflict rule meet, and by what. */
@NullMarked
package wexa.core.conflict;

import org.jspecify.annotations.NullMarked;
