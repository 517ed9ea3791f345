/** Applications, their tenants and the areas in these. */
@NullMarked
package wexa.core.tenant;

import org.jspecify.annotations.NullMarked;
