/** Tables of figures about the organisation as it is, or was: each with what can be drawn of it. */
@NullMarked
package wexa.core.reporting;

import org.jspecify.annotations.NullMarked;
