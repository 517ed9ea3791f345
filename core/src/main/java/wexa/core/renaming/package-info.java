/** Somebody changes their name: what becomes of the user names of their accounts. */
@NullMarked
package wexa.core.renaming;

import org.jspecify.annotations.NullMarked;
