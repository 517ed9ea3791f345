/** The one-line text of each change, written from one grammar table. */
@NullMarked
package wexa.core.sentence;

import org.jspecify.annotations.NullMarked;
