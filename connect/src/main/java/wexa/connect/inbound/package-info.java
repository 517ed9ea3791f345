/** What others push to Wexa over SCIM 2.0 (RFC 7643, RFC 7644): users read, changed, filtered and written. */
@NullMarked
package wexa.connect.inbound;

import org.jspecify.annotations.NullMarked;
