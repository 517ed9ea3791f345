/** Roles, for reading. */
@NullMarked
package wexa.server.roles;

import org.jspecify.annotations.NullMarked;
