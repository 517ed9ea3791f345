/** The server: one road for every change, and the places that show it. */
@NullMarked
package wexa.server;

import org.jspecify.annotations.NullMarked;
