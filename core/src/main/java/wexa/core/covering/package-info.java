/** What somebody needs to cover for a colleague who is away. */
@NullMarked
package wexa.core.covering;

import org.jspecify.annotations.NullMarked;
