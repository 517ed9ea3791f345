/** Who is like somebody by the reason for being here, and what such people have in common. */
@NullMarked
package wexa.core.likeness;

import org.jspecify.annotations.NullMarked;
