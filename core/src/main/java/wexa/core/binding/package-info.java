/** How roles are written in tenants. */
@NullMarked
package wexa.core.binding;

import org.jspecify.annotations.NullMarked;
