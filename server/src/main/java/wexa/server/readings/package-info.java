/** What was read from tenants, and what they answered when asked. */
@NullMarked
package wexa.server.readings;

import org.jspecify.annotations.NullMarked;
