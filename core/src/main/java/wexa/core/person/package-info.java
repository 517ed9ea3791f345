/** People, who they are asked to be, and names that were theirs. */
@NullMarked
package wexa.core.person;

import org.jspecify.annotations.NullMarked;
