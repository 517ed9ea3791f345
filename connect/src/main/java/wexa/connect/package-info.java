/** What every connection to the outside shares: outcomes, and one way to send HTTP requests with limits. */
@NullMarked
package wexa.connect;

import org.jspecify.annotations.NullMarked;
