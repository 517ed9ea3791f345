package wexa.server.automatic;

import wexa.core.governance.AutomaticChangePolicy.Reason;

/** Why something is held, in words that follow "held because". */
final class HoldWords {
    private HoldWords() {}

    static String of(Reason reason) {
        return switch (reason.cause()) {
            case POLICY_HOLDS -> "approval is required by the policy";
            case TOO_MANY_PEOPLE -> "it touches " + reason.seen() + " people, and " + reason.most() + " pass";
            case TOO_LARGE_SHARE ->
                "it touches " + reason.seen() + " % of all people, and " + reason.most() + " % pass";
            case TOUCHES_ADMINISTRATOR -> "it touches an administrator";
            case TO_SETTLE ->
                reason.seen() + (reason.seen() == 1 ? " entry is" : " entries are") + " to complete first";
            case CONFLICTS -> "a conflict rule warns of it";
            case PRIVILEGED -> "it gives privileged access";
            case INCOMPLETE_READING -> "it follows an incomplete reading";
            case LIKE_SOMEBODY_KNOWN -> "it looks like somebody known here";
        };
    }
}
