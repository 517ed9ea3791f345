/** What roles are made of, and of what a role for some work would be made. */
@NullMarked
package wexa.core.composition;

import org.jspecify.annotations.NullMarked;
