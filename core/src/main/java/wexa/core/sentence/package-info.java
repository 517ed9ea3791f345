/** The grammar of sentences: how they are cut into tokens, and the phrases that write and read them. */
@NullMarked
package wexa.core.sentence;

import org.jspecify.annotations.NullMarked;
