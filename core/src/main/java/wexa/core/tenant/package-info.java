/** Tenants and the areas in them. */
@NullMarked
package wexa.core.tenant;

import org.jspecify.annotations.NullMarked;
