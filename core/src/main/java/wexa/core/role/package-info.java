/** Roles, what they are made of, and what must not meet. */
@NullMarked
package wexa.core.role;

import org.jspecify.annotations.NullMarked;
