/** People: list, person, what they can do and why. */
@NullMarked
package wexa.server.people;

import org.jspecify.annotations.NullMarked;
