package wexa.core.conflict;

import wexa.core.finding.Code;
import wexa.core.finding.Facts;

/** What conflict rules stand against. */
public final class ConflictCodes {
    public static final Code CONFLICT_BLOCKS = Code.block("conflict.blocks", ConflictCodes::meeting);

    public static final Code CONFLICT_WARNS = Code.warn("conflict.warns", ConflictCodes::meeting);

    private ConflictCodes() {}

    private static String meeting(Facts facts) {
        String one = facts.get("one");
        String other = facts.get("other");
        return facts.get("person") + " would be in conflict with the rule “" + facts.get("rule") + "” ("
                + (one.equals(other) ? one : one + " and " + other)
                + "). Remove this, or what it conflicts with.";
    }
}
