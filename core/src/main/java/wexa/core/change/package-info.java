/** Intents in the administrator's terms and the effects that they resolve into. */
@NullMarked
package wexa.core.change;

import org.jspecify.annotations.NullMarked;
