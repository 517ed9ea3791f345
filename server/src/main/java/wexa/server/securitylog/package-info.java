/** What happened at the doors: sign-ins, refusals, changes of rights and of where secrets are sent. Apart from the log. */
@NullMarked
package wexa.server.securitylog;

import org.jspecify.annotations.NullMarked;
