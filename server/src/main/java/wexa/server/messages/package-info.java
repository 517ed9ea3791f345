/** Messages to people about their accounts: planned when accounts are opened, sent when these are there. */
@NullMarked
package wexa.server.messages;

import org.jspecify.annotations.NullMarked;
