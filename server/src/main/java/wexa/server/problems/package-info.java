/** Failures as problem details (RFC 9457), and the one catalogue of user texts. */
@NullMarked
package wexa.server.problems;

import org.jspecify.annotations.NullMarked;
