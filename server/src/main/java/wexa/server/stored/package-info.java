/** Stored forms: facts, effects and steps as versioned text without class names. */
@NullMarked
package wexa.server.stored;

import org.jspecify.annotations.NullMarked;
