/** Filters that administrators keep by name, and what they pin to their Desk. */
@NullMarked
package wexa.server.views;

import org.jspecify.annotations.NullMarked;
