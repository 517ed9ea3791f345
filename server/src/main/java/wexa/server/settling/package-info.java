/** What is done about tenants that are not as they should be. */
@NullMarked
package wexa.server.settling;

import org.jspecify.annotations.NullMarked;
