/** What pickers offer: units, groups, roles, tenants with areas and seats. */
@NullMarked
package wexa.server.catalogue;

import org.jspecify.annotations.NullMarked;
