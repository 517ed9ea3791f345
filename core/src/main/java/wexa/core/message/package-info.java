/** Messages to people about their accounts: templates with blanks, and which door each account opens. */
@NullMarked
package wexa.core.message;

import org.jspecify.annotations.NullMarked;
