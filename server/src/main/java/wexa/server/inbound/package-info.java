/** What other programs push to Wexa: their identities and keys, and users over SCIM 2.0 (RFC 7644). */
@NullMarked
package wexa.server.inbound;

import org.jspecify.annotations.NullMarked;
