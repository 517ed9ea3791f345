/** Groups and who is in them. */
@NullMarked
package wexa.core.group;

import org.jspecify.annotations.NullMarked;
