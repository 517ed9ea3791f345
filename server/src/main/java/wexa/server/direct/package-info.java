/** Single changes that are carried out without a draft, by the same preview and the same authority. */
@NullMarked
package wexa.server.direct;

import org.jspecify.annotations.NullMarked;
