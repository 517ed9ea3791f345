/** What a tenant should hold, what was read from it, how they differ, and the steps that settle it. */
@NullMarked
package wexa.core.consistency;

import org.jspecify.annotations.NullMarked;
