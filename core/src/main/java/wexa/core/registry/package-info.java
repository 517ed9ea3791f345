/** The list of rooms, through which the rest of the core knows the kinds of facts. */
@NullMarked
package wexa.core.registry;

import org.jspecify.annotations.NullMarked;
