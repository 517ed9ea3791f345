package wexa.connect;

/**
 * Whether a connection is encrypted from the start, on request before anything is said (RFC 3207 for mail, RFC 4511 4.14
 * for directories), or not.
 */
public enum Encryption {
    NONE,
    STARTTLS,
    TLS
}
