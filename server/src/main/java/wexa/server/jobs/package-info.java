/** Carrying changesets to tenants: one lane each, step rows as the record. */
@NullMarked
package wexa.server.jobs;

import org.jspecify.annotations.NullMarked;
