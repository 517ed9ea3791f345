/** Tenants without an interface: how they are set up, their tasks, and the lists by which they are read. */
@NullMarked
package wexa.server.manual;

import org.jspecify.annotations.NullMarked;
