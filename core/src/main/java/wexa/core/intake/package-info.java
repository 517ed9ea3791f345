/** Raw input of a draft entry read into a change, or into findings that name field and way out. */
@NullMarked
package wexa.core.intake;

import org.jspecify.annotations.NullMarked;
