/** When what somebody can do becomes another by the passing of time. */
@NullMarked
package wexa.core.schedule;

import org.jspecify.annotations.NullMarked;
