/** Fields of people that the organisation defines, and their values. */
@NullMarked
package wexa.core.custom;

import org.jspecify.annotations.NullMarked;
