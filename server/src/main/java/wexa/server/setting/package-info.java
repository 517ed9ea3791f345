/** Changes that give nobody anything and take nothing, written at once without a draft. */
@NullMarked
package wexa.server.setting;

import org.jspecify.annotations.NullMarked;
