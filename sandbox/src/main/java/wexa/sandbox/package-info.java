/** Stand-ins for outside systems, reached over their real protocols. They know nothing of Wexa and enforce by their own code. */
@NullMarked
package wexa.sandbox;

import org.jspecify.annotations.NullMarked;
