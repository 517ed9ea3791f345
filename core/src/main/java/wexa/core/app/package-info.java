/** Applications: what can be done in them, in which version, and how a version becomes the next. */
@NullMarked
package wexa.core.app;

import org.jspecify.annotations.NullMarked;
