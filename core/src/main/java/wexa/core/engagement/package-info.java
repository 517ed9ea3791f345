/** Why people are here. */
@NullMarked
package wexa.core.engagement;

import org.jspecify.annotations.NullMarked;
