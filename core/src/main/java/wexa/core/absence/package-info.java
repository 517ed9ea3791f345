/** Absences, and who covers for whom. */
@NullMarked
package wexa.core.absence;

import org.jspecify.annotations.NullMarked;
