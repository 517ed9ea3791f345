/** Reports for today or a past day, and exports of them that can be handed over as evidence. */
@NullMarked
package wexa.server.reports;

import org.jspecify.annotations.NullMarked;
