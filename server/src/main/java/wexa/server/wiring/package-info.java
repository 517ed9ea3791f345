/** Clocks, executors, the scheduler and settings: what the rest is given. */
@NullMarked
package wexa.server.wiring;

import org.jspecify.annotations.NullMarked;
