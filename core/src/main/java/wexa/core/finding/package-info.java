/** What a check has to say: a code, the field it is about, and the facts from which a text is made. */
@NullMarked
package wexa.core.finding;

import org.jspecify.annotations.NullMarked;
