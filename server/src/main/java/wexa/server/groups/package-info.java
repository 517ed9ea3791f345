/** Groups: who is in them, what they give, and what a draft would do to them. */
@NullMarked
package wexa.server.groups;

import org.jspecify.annotations.NullMarked;
