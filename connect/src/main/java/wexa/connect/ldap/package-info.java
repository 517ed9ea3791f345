/** Directories over LDAPv3. */
@NullMarked
package wexa.connect.ldap;

import org.jspecify.annotations.NullMarked;
