package wexa.server.approval;

import java.util.List;
import java.util.stream.Collectors;
import wexa.core.governance.ApprovalPolicy.Reason;

/** Why a second person is needed, in words that follow "because". */
final class ApprovalWords {
    private ApprovalWords() {}

    static String of(List<Reason> reasons) {
        return reasons.stream().map(ApprovalWords::of).collect(Collectors.joining("; "));
    }

    static String of(Reason reason) {
        int seen = reason.seen();
        return switch (reason.cause()) {
            case PRIVILEGED ->
                seen == 0
                        ? "it gives privileged access to a role or group that nobody has yet"
                        : "it gives privileged access to " + people(seen);
            case LOWERED ->
                seen == 1
                        ? "it no longer treats a permission, set or role as privileged"
                        : "it no longer treats " + seen + " permissions, sets or roles as privileged";
            case CONFLICTS -> seen == 1 ? "it brings about a conflict" : "it brings about " + seen + " conflicts";
            case EXCEPTIONS -> "it excepts " + people(seen) + " from a conflict rule";
            case TOO_MANY_PEOPLE -> "it changes the access of " + people(seen);
        };
    }

    private static String people(int count) {
        return count == 1 ? "1 person" : count + " people";
    }
}
