/** Drafts: entries kept as typed, and previews of them. */
@NullMarked
package wexa.server.drafts;

import org.jspecify.annotations.NullMarked;
