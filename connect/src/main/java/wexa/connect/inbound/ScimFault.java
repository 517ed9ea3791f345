package wexa.connect.inbound;

import com.fasterxml.jackson.databind.node.JsonNodeFactory;
import com.fasterxml.jackson.databind.node.ObjectNode;
import com.unboundid.scim2.common.exceptions.ScimException;

/** A request that is refused, as RFC 7644 3.12 says it: HTTP status, error keyword where one fits, and what to do. */
public final class ScimFault extends Exception {
    private static final long serialVersionUID = 1L;
    private static final String SCHEMA = "urn:ietf:params:scim:api:messages:2.0:Error";

    private final int status;
    private final String keyword;

    /** The keyword is empty where the standard has none. */
    public ScimFault(int status, String keyword, String detail) {
        super(detail);
        this.status = status;
        this.keyword = keyword;
    }

    static ScimFault of(ScimException refused) {
        String keyword = refused.getScimError().getScimType();
        return new ScimFault(
                refused.getScimError().getStatus(),
                keyword == null ? "invalidValue" : keyword,
                String.valueOf(refused.getMessage()));
    }

    static ScimFault value(String attribute, String what) {
        return new ScimFault(400, "invalidValue", attribute + " " + what + ".");
    }

    public int status() {
        return status;
    }

    public String keyword() {
        return keyword;
    }

    /** The body of the answer. */
    public String body() {
        ObjectNode body = JsonNodeFactory.instance.objectNode();
        body.putArray("schemas").add(SCHEMA);
        body.put("status", Integer.toString(status));
        if (!keyword.isEmpty()) {
            body.put("scimType", keyword);
        }
        body.put("detail", String.valueOf(getMessage()));
        return body.toString();
    }
}
