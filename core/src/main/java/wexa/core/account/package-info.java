/** Accounts in tenants and their seats. */
@NullMarked
package wexa.core.account;

import org.jspecify.annotations.NullMarked;
