/** How tenants and directories are reached; tokens are kept encrypted. */
@NullMarked
package wexa.server.connections;

import org.jspecify.annotations.NullMarked;
