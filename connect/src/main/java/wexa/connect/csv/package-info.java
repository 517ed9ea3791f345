/** Tables as CSV (RFC 4180): read from whatever spreadsheets write, written so that they do no harm there. */
@NullMarked
package wexa.connect.csv;

import org.jspecify.annotations.NullMarked;
