/** Security events to whoever has to end sessions: tokens (RFC 8417) that are pushed (RFC 8935). */
@NullMarked
package wexa.connect.signals;

import org.jspecify.annotations.NullMarked;
