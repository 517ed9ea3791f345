/** Closing somebody's sign-in everywhere at once. */
@NullMarked
package wexa.server.urgent;

import org.jspecify.annotations.NullMarked;
