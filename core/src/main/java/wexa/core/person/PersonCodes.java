package wexa.core.person;

import wexa.core.finding.Code;

/** What can stand against changes to people and invitations. */
public final class PersonCodes {
    public static final Code HANDLE_TAKEN =
            Code.block("person.handle-taken", "The handle {value} belongs to {holder}. {free} is available.");

    public static final Code MAIL_TAKEN = Code.block(
            "person.mail-taken", "The address {value} belongs to {holder}. Open that person, or use another address.");

    public static final Code PHONE_IMPOSSIBLE = Code.block(
            "person.phone-impossible",
            facts -> facts.field() + ": " + facts.value() + " "
                    + switch (facts.get("fault")) {
                        case "NO_SUCH_COUNTRY" -> "begins with a code that no country has.";
                        case "TOO_SHORT" -> "has too few digits for its country.";
                        default -> "has too many digits for its country.";
                    }
                    + " Check it; nothing but what can be dialled is kept.");

    public static final Code DIRECTORY_ENTRY_TAKEN =
            Code.block("person.directory-entry-taken", "The directory entry {value} is already linked to {holder}.");

    public static final Code NAME_ISSUED_BEFORE = Code.block(
            "name.issued-before",
            facts -> facts.field() + " " + facts.value() + " was once " + facts.get("holder")
                    + "'s and is never issued again. "
                    + (facts.get("free").isEmpty() ? "Use another." : facts.get("free") + " is available."));

    public static final Code IDENTITY_UNKNOWN = Code.block(
            "person.identity-unknown",
            "{holder} is from outside, and {home} does not list them. Invite them first; the account waits in the draft until they accept.");

    public static final Code IDENTITY_AWAITED = Code.block(
            "person.identity-awaited",
            "{holder} is invited and has not accepted yet, and {home} does not list them. The account waits in the draft.");

    private PersonCodes() {}
}
