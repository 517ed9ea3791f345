/** What somebody who leaves holds, and what becomes of it. */
@NullMarked
package wexa.core.leaving;

import org.jspecify.annotations.NullMarked;
