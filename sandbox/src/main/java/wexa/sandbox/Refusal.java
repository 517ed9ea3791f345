package wexa.sandbox;

/** An answer that says no, as RFC 7644 3.12 has it. */
final class Refusal extends RuntimeException {
    private static final long serialVersionUID = 1L;

    private final int status;
    private final String scimType;

    Refusal(int status, String scimType, String detail) {
        super(detail);
        this.status = status;
        this.scimType = scimType;
    }

    int status() {
        return status;
    }

    String scimType() {
        return scimType;
    }
}
