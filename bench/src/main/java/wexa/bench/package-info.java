/** Measures what the core promises, against a plain single-purpose program on the same data. */
package wexa.bench;
