package wexa.core.consistency;

import java.nio.charset.StandardCharsets;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.time.Instant;
import java.util.HexFormat;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import wexa.core.consistency.TenantObject.AccountState;
import wexa.core.model.ExceptedDifference;
import wexa.core.model.Model;
import wexa.core.model.Tenant;

/** Which differences are let be. An object that differs in more than was excepted, or in another way, is found again as a whole. */
public final class Excepted {
    private static final String MISSING = "missing";
    private static final String EXTRA = "extra";
    private static final int DIGITS = 16;

    private Excepted() {}

    /**
     * What an exception of a difference names: that the object is missing; that it is extra, or the fields that differ, each with
     * the first 16 digits of SHA-256 (FIPS 180-4) of what the tenant has. So another mail address there, an account that is open
     * rather than closed, or a wider area is not covered.
     */
    public static Set<String> differs(Difference difference) {
        return switch (difference.kind()) {
            case SAME -> Set.of();
            case MISSING -> Set.of(MISSING);
            case EXTRA ->
                Set.of(EXTRA + "=" + digest(difference.observed().orElseThrow().toString()));
            case DIFFERS -> {
                TenantObject there = difference.observed().orElseThrow();
                Set<String> named = new TreeSet<>();
                for (String field : fields(difference).names()) {
                    named.add(field + "=" + digest(Fields.value(field, there)));
                }
                yield named;
            }
        };
    }

    /** The fields in which an object differs that is wanted and there. */
    static Fields fields(Difference difference) {
        TenantObject wanted = difference.desired().orElseThrow();
        TenantObject there = difference.observed().orElseThrow();
        return Fields.between(
                Optional.of(
                        there instanceof AccountState is && wanted instanceof AccountState should
                                ? is.answering(should)
                                : there),
                difference.desired());
    }

    private static String digest(String text) {
        try {
            byte[] digest = MessageDigest.getInstance("SHA-256").digest(text.getBytes(StandardCharsets.UTF_8));
            return HexFormat.of().formatHex(digest).substring(0, DIGITS);
        } catch (NoSuchAlgorithmException impossible) {
            throw new IllegalStateException("every Java platform has SHA-256", impossible);
        }
    }

    /** The exception that covers a difference at an instant. Costs the exceptions of the object. */
    public static Optional<ExceptedDifference> of(Difference difference, Tenant tenant, Model model, Instant at) {
        return ExceptedDifference.of(tenant.id(), difference.object().toString(), model).stream()
                .filter(one -> one.window().contains(at) && one.differs().containsAll(differs(difference)))
                .findFirst();
    }
}
