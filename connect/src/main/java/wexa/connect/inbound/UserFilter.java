package wexa.connect.inbound;

import com.unboundid.scim2.common.exceptions.ScimException;
import com.unboundid.scim2.common.filters.Filter;
import com.unboundid.scim2.common.filters.FilterType;
import com.unboundid.scim2.common.utils.FilterEvaluator;
import java.util.Optional;

/** Which users a query is about (RFC 7644 3.4.2.2). */
public final class UserFilter {
    private static final int LONGEST = 1_000;

    private final Filter filter;

    private UserFilter(Filter filter) {
        this.filter = filter;
    }

    public static UserFilter of(String text) throws ScimFault {
        if (text.length() > LONGEST) {
            throw new ScimFault(400, "invalidFilter", "A filter has at most " + LONGEST + " characters.");
        }
        try {
            return new UserFilter(Filter.fromString(text));
        } catch (ScimException | RuntimeException malformed) {
            throw new ScimFault(
                    400,
                    "invalidFilter",
                    "The filter cannot be read: " + malformed.getMessage() + ". Write it as"
                            + " userName eq \"ines.abara\".");
        }
    }

    /** The value where the filter asks for exactly one of an attribute; such a query needs no look at every user. */
    public Optional<String> exactly(String attribute) {
        boolean isExact = filter.getFilterType() == FilterType.EQUAL
                && filter.getAttributePath().toString().equalsIgnoreCase(attribute)
                && filter.getComparisonValue().isTextual();
        return isExact ? Optional.of(filter.getComparisonValue().textValue()) : Optional.empty();
    }

    public boolean matches(PushedUser user, UserDocuments.Meta meta) throws ScimFault {
        try {
            return FilterEvaluator.evaluate(filter, UserDocuments.resource(user, meta));
        } catch (ScimException refused) {
            throw new ScimFault(400, "invalidFilter", String.valueOf(refused.getMessage()));
        }
    }
}
