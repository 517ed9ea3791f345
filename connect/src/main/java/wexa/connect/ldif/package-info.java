/** People in LDIF (RFC 2849), read as tables and written. */
@NullMarked
package wexa.connect.ldif;

import org.jspecify.annotations.NullMarked;
