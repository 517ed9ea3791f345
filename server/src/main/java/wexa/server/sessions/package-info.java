/** Signing in and out. */
@NullMarked
package wexa.server.sessions;

import org.jspecify.annotations.NullMarked;
