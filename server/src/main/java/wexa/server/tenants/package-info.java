/** Tenants, for reading. */
@NullMarked
package wexa.server.tenants;

import org.jspecify.annotations.NullMarked;
