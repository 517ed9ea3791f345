/** Writes the source files of the demo scenario. Server and stand-ins read them, each on its own. */
@NullMarked
package wexa.demo;

import org.jspecify.annotations.NullMarked;
