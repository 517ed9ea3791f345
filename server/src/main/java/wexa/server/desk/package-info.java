/** What needs a hand today. */
@NullMarked
package wexa.server.desk;

import org.jspecify.annotations.NullMarked;
