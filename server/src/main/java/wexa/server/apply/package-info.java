/** Carrying drafts into the model by one serial head. */
@NullMarked
package wexa.server.apply;

import org.jspecify.annotations.NullMarked;
