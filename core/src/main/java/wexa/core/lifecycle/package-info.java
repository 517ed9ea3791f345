/** Where a person stands in time, and how many seats are taken when. */
@NullMarked
package wexa.core.lifecycle;

import org.jspecify.annotations.NullMarked;
