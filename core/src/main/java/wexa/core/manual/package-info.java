/** Tenants without an interface: the lists of accounts by which they are read. Imports no framework. */
@NullMarked
package wexa.core.manual;

import org.jspecify.annotations.NullMarked;
