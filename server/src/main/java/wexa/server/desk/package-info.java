/** What needs attention today. */
@NullMarked
package wexa.server.desk;

import org.jspecify.annotations.NullMarked;
