/** What the web server takes from whom, before any use case is asked: bodies, addresses, proxies, the pages themselves. */
@NullMarked
package wexa.server.web;

import org.jspecify.annotations.NullMarked;
