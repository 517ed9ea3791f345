/** What each kind of fact has to tell the rest of the core about itself. */
@NullMarked
package wexa.core.room;

import org.jspecify.annotations.NullMarked;
