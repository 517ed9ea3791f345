/** Somebody changes jobs: what goes, what stays, and what comes. Imports no framework. */
@NullMarked
package wexa.core.moving;

import org.jspecify.annotations.NullMarked;
