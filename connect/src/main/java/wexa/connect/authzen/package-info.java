/** Asking a tenant what it would decide, by the OpenID AuthZEN Authorization API 1.0. */
@NullMarked
package wexa.connect.authzen;

import org.jspecify.annotations.NullMarked;
