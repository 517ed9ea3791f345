/** The passing of time: what begins and ends by itself is carried to tenants like any other change. */
@NullMarked
package wexa.server.clock;

import org.jspecify.annotations.NullMarked;
