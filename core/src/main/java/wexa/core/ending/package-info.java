/** What ends soon, and who is told of it in time. */
@NullMarked
package wexa.core.ending;

import org.jspecify.annotations.NullMarked;
