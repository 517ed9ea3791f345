/** Units, and the homes in which identities are born. */
@NullMarked
package wexa.core.unit;

import org.jspecify.annotations.NullMarked;
