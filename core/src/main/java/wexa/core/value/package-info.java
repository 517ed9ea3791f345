/** Values that facts are made of: ids, names by which things are found, addresses, windows of time, permissions. */
@NullMarked
package wexa.core.value;

import org.jspecify.annotations.NullMarked;
