/** Fills an empty installation with the demo scenario. */
@NullMarked
package wexa.server.demo;

import org.jspecify.annotations.NullMarked;
