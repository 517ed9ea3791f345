/** Groups, for reading. */
@NullMarked
package wexa.server.groups;

import org.jspecify.annotations.NullMarked;
