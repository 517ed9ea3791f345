/** What a directory says of people, held against the people here: never merged unseen, never removed for being absent. */
@NullMarked
package wexa.core.directory;

import org.jspecify.annotations.NullMarked;
