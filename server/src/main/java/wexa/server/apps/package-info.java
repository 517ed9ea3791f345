/** Applications: what can be done in them, in which version, and what their tenants say otherwise. */
@NullMarked
package wexa.server.apps;

import org.jspecify.annotations.NullMarked;
