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
            case TENANT_GROUPS ->
                (seen == 1
                                ? "it ties a role to a value of accounts or a group that the tenant had before"
                                : "it ties roles to " + seen
                                        + " values of accounts or groups that the tenant had before")
                        + ", and Wexa cannot see what that allows there";
            case LOWERED ->
                seen == 1
                        ? "it no longer treats a permission, set or role as privileged"
                        : "it no longer treats " + seen + " permissions, sets or roles as privileged";
            case CONFLICTS -> seen == 1 ? "it causes a conflict" : "it causes " + seen + " conflicts";
            case EXCEPTIONS -> "it exempts " + people(seen) + " from a conflict rule";
            case TOO_MANY_PEOPLE -> "it changes the access of " + people(seen);
        };
    }

    private static String people(int count) {
        return count == 1 ? "1 person" : count + " people";
    }
}
