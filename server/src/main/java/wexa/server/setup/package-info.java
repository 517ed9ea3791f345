/** Setting up: units, tenants with their connections, and whose the accounts are that a tenant had before. */
@NullMarked
package wexa.server.setup;

import org.jspecify.annotations.NullMarked;
