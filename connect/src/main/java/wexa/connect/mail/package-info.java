/** Letters by SMTP. */
@NullMarked
package wexa.connect.mail;

import org.jspecify.annotations.NullMarked;
