/**
 * Who or what may change what: the policy for automatic changes of changes that nobody
 * drafted (rule 17), and the authority that a draft needs (rule 18).
 */
@NullMarked
package wexa.core.governance;

import org.jspecify.annotations.NullMarked;
