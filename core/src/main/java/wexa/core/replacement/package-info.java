/** Moving whoever has one role to another. */
@NullMarked
package wexa.core.replacement;

import org.jspecify.annotations.NullMarked;
