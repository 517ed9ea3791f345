/** Roles given to people and groups, and groups of directories mapped to roles. */
@NullMarked
package wexa.core.assignment;

import org.jspecify.annotations.NullMarked;
