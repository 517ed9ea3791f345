/** Drafts that are applied at a set instant. */
@NullMarked
package wexa.server.scheduled;

import org.jspecify.annotations.NullMarked;
