/** What a draft would do, computed on a snapshot without touching it. */
@NullMarked
package wexa.core.preview;

import org.jspecify.annotations.NullMarked;
