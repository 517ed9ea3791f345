/** Who or what may change what without being asked: the standing policy of changes that nobody drafted (rule 17). */
@NullMarked
package wexa.core.governance;

import org.jspecify.annotations.NullMarked;
