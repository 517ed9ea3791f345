/** Security events to tenants that end sessions when they are told to. */
@NullMarked
package wexa.server.signals;

import org.jspecify.annotations.NullMarked;
