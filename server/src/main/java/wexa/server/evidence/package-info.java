/** Tables that are handed over: with a cover that says what they are made of, and a line in the log. */
@NullMarked
package wexa.server.evidence;

import org.jspecify.annotations.NullMarked;
