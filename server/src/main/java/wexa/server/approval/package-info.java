/** Drafts that wait for a second person, and who may be one. */
@NullMarked
package wexa.server.approval;

import org.jspecify.annotations.NullMarked;
