/** Long work that is going on, for those who look at it and call it off. */
@NullMarked
package wexa.server.longwork;

import org.jspecify.annotations.NullMarked;
