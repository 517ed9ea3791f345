/** Who may do what by which path: the compiled index over a model, and the answers read from it. */
@NullMarked
package wexa.core.access;

import org.jspecify.annotations.NullMarked;
