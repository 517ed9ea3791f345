/** Facts about people, groups, roles and tenants, kept in immutable tables that share what did not change. */
@NullMarked
package wexa.core.model;

import org.jspecify.annotations.NullMarked;
