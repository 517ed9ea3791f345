package wexa.core.account;

import wexa.core.finding.Code;

/** What can stand against changes to accounts and seats. */
public final class AccountCodes {
    public static final Code ACCOUNT_EXISTS =
            Code.block("account.exists", "There is a closed account {userName} already. Reopen it instead.");

    public static final Code USER_NAME_TAKEN =
            Code.block("account.user-name-taken", "The user name {value} is taken. {free} is available.");

    public static final Code USER_NAME_FIXED = Code.block(
            "account.user-name-fixed",
            "{tenant} does not allow user names to change: the account keeps {value}. Remove this change.");

    public static final Code ACCOUNT_NOT_FOUND = Code.block(
            "account.not-found", "{userName} was not found in the tenant. Choose it on the page Match accounts.");

    public static final Code ACCOUNT_IS_A_PERSONS = Code.block(
            "account.is-a-persons", "{userName} is a personal account and has no other owners. Remove this change.");

    public static final Code OWNER_NOT_HERE = Code.block(
            "account.owner-not-here",
            "{holder} is not currently engaged and cannot own an account. Choose somebody else.");

    public static final Code SHARED_NEEDS =
            Code.block("account.shared-needs", "A shared account needs a unit and two owners. Choose them.");

    public static final Code OWNER_NEEDED =
            Code.block("account.owner-needed", "The account needs an owner. Choose one.");

    public static final Code USER_NAME_NEEDS = Code.block(
            "account.user-name-needs",
            facts -> facts.get("tenant") + " signs people in by "
                    + switch (facts.get("rule")) {
                        case "MAIL" -> "e-mail";
                        case "STAFF_NUMBER" -> "staff number";
                        default -> "handle";
                    }
                    + "; add it to the person first.");

    public static final Code EMERGENCY_ACCOUNT =
            Code.block("account.emergency", "The emergency account {userName} stays open.");

    public static final Code ACCOUNT_NO_SIGN_IN = Code.warn(
            "account.no-sign-in",
            "Nobody can sign in with it: {holder} is in no directory, and {tenant} takes no passwords. Link the person to a directory entry.");

    public static final Code SEAT_KIND_UNKNOWN =
            Code.block("seat.kind-unknown", "There is no seat “{value}” here; there are {kinds}.");

    public static final Code SEAT_HELD = Code.block("seat.held", "A {held} seat is held already. Swap it instead.");

    public static final Code SEAT_POOL_EMPTY = Code.block(
            "seat.pool-empty", "0 left of {size} {kind} seats in {tenant}. Choose another kind, or free one first.");

    public static final Code SEAT_ATTRIBUTE_MISSING = Code.block(
            "seat.attribute-missing",
            facts -> facts.label(facts.get("attribute")) + " needed for a " + facts.get("kind") + " seat.");

    private AccountCodes() {}
}
