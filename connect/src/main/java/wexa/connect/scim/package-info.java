/** Tenants over SCIM 2.0: what was read in core's terms, and steps carried as requests. Nothing here waits or tries again. */
@NullMarked
package wexa.connect.scim;

import org.jspecify.annotations.NullMarked;
