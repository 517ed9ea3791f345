package wexa.server.problems;

import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import wexa.core.finding.Finding;

/** The one catalogue of texts made from findings: what is wrong, the value seen, and the way out. */
public final class Messages {
    private static final Map<String, String> FIELD_NAMES = Map.ofEntries(
            Map.entry("given", "Given name"),
            Map.entry("family", "Family name"),
            Map.entry("handle", "Handle"),
            Map.entry("mail", "E-mail"),
            Map.entry("phone", "Mobile number"),
            Map.entry("kind", "Kind"),
            Map.entry("number", "Staff number"),
            Map.entry("unit", "Unit"),
            Map.entry("parent", "Part of"),
            Map.entry("job", "Job"),
            Map.entry("manager", "Manager"),
            Map.entry("from", "First day"),
            Map.entry("until", "Last day"),
            Map.entry("group", "Group"),
            Map.entry("member", "Member"),
            Map.entry("tenant", "Tenant"),
            Map.entry("person", "Person"),
            Map.entry("account", "Account"),
            Map.entry("as", "User name"),
            Map.entry("role", "Role"),
            Map.entry("area", "Area"),
            Map.entry("subject", "For whom"),
            Map.entry("because", "Reason"),
            Map.entry("device", "Device id"),
            Map.entry("home", "Home"),
            Map.entry("key", "Short name"),
            Map.entry("name", "Name"),
            Map.entry("owners", "Owners"),
            Map.entry("tags", "Tags"),
            Map.entry("rule", "At least one kind, unit or job"),
            Map.entry("kinds", "Kinds"),
            Map.entry("units", "Units"),
            Map.entry("jobs", "Jobs"));

    private Messages() {}

    public static String field(String path) {
        return FIELD_NAMES.getOrDefault(path, path);
    }

    /** Throws what stands in the way, each by its field. */
    public static void require(List<Finding> findings) {
        List<Problem.FieldProblem> problems = findings.stream()
                .filter(Finding::blocks)
                .map(finding ->
                        new Problem.FieldProblem(finding.path(), finding.code().text(), text(finding)))
                .toList();
        if (!problems.isEmpty()) {
            String detail = problems.stream().map(Problem.FieldProblem::text).collect(Collectors.joining(" "));
            throw new Problem(400, "field", detail, problems);
        }
    }

    public static String text(Finding finding) {
        Map<String, String> facts = finding.facts();
        String field = field(finding.path());
        String value = facts.getOrDefault("value", "");
        return switch (finding.code()) {
            case FIELD_MISSING -> field + " is needed.";
            case FIELD_MALFORMED -> field + ": “" + value + "” cannot be used. " + shape(finding.path());
            case FIELD_TOO_LONG ->
                field + " has " + facts.get("length") + " characters; " + facts.get("most") + " fit. Shorten it.";
            case FIELD_CONTROL_CHARACTERS -> field + " has invisible characters in it. Type it again.";
            case FIELD_MARKUP -> field + " must not have < or > in it.";
            case FIELD_UNKNOWN ->
                "There is no field “" + finding.path() + "” here; known are " + facts.get("fields") + ".";
            case DATE_MALFORMED -> field + ": “" + value + "” is not a day. Write it as 2026-11-30.";
            case DATE_BEFORE_START ->
                "The last day, " + facts.get("until") + ", comes before the first, " + facts.get("from")
                        + ". Choose a later last day.";
            case ROW_RAGGED -> "The row has more or fewer cells than the header. Check its quotes and separators.";
            case ROW_OF_SOMEBODY_ELSE ->
                field + " " + value + " is " + facts.get("holder") + "'s, and the row names somebody else. Check it, or"
                        + " give the handle " + facts.get("holderHandle") + " if it is the same person.";
            case FORM_UNKNOWN -> "There is no change “" + value + "”.";
            case REFERENCE_UNRESOLVED -> field + ": “" + value + "” does not exist. Name one that does.";
            case REFERENCE_AMBIGUOUS ->
                field + ": “" + value + "” could be any of " + facts.get("count")
                        + ". Add “begun” and the first day of the one that you mean.";
            case FACT_GONE -> "What this changes is no longer there. Take this entry out.";
            case FACT_ID_USED -> "Something with this id exists already. Remove this entry and write it again.";
            case ENTRY_WAITS ->
                "Waits for the " + facts.getOrDefault("kind", "entry").replace('-', ' ')
                        + " that this draft makes and that is not ready yet.";
            case CHANGED_MEANWHILE ->
                "Somebody changed this since you wrote the entry. You saw: “" + facts.get("was") + "”. It is now: “"
                        + facts.get("is") + "”. Keep your change, or take it out.";
            case HANDLE_TAKEN ->
                "The handle " + value + " belongs to " + facts.get("holder") + ". Free: " + facts.get("free") + ".";
            case MAIL_TAKEN ->
                "The address " + value + " belongs to " + facts.get("holder")
                        + ". Open that person, or use another address.";
            case PHONE_IMPOSSIBLE ->
                field + ": " + value + " "
                        + switch (facts.getOrDefault("fault", "")) {
                            case "NO_SUCH_COUNTRY" -> "begins with a code that no country has.";
                            case "TOO_SHORT" -> "has too few digits for its country.";
                            default -> "has too many digits for its country.";
                        }
                        + " Check it; nothing but what can be dialled is kept.";
            case DIRECTORY_ENTRY_TAKEN ->
                "The directory entry " + value + " is already linked to " + facts.get("holder") + ".";
            case NAME_ISSUED_BEFORE ->
                field + " " + value + " was once " + facts.get("holder") + "'s and is never issued again."
                        + (facts.getOrDefault("free", "").isEmpty()
                                ? " Use another."
                                : " Free: " + facts.get("free") + ".");
            case STAFF_NUMBER_TAKEN ->
                "Staff number " + value + " belongs to " + facts.get("holder") + ". Check the number.";
            case UNIT_KEY_TAKEN ->
                "The short name " + value + " belongs to the unit “" + facts.get("holder")
                        + "”. Use another short name.";
            case APP_KEY_TAKEN ->
                "The application " + value
                        + " was added meanwhile. Connect the tenant again; it will belong to that application.";
            case TENANT_KEY_TAKEN -> "A tenant " + value + " already exists. Use another short name.";
            case GROUP_KEY_TAKEN ->
                "The short name " + value + " belongs to the group “" + facts.get("holder") + "”. Free: "
                        + facts.get("free") + ".";
            case GROUP_NAME_TAKEN ->
                "“" + value + "” would be taken for the group “" + facts.get("holder") + "”. Use another name.";
            case GROUP_NAME_RESERVED ->
                "“" + value + "” means everybody, nobody or the system itself. Use another name.";
            case GROUP_HAS_NO_RULE ->
                "People are added to " + value + " one by one; it has no rule that could be changed.";
            case GROUP_OF_DIRECTORY -> "The group " + value + " is the directory's. It is changed there.";
            case GROUP_NOT_OF_DIRECTORY ->
                "The group " + value + " is of no directory, and what one lists is not for it.";
            case GROUP_NOT_ASSIGNED ->
                "Nobody is put into " + value + " by hand: its members come "
                        + (facts.getOrDefault("kind", "").equals("RULED") ? "from its rule" : "from the directory")
                        + ".";
            case MEMBERSHIP_OVERLAPS ->
                "Already a member until " + facts.get("until") + ". Change that membership instead.";
            case MEMBERSHIP_CYCLE -> "That would make a group contain itself: " + facts.get("circle") + ".";
            case ACCOUNT_EXISTS ->
                "There is a closed account " + facts.get("userName") + " already. Open that one again.";
            case USER_NAME_TAKEN -> "The user name " + value + " is taken. Free: " + facts.get("free") + ".";
            case USER_NAME_NEEDS ->
                facts.get("tenant") + " signs people in by " + rule(facts.getOrDefault("rule", ""))
                        + "; add it to the person first.";
            case EMERGENCY_ACCOUNT -> "The emergency account " + facts.get("userName") + " stays open.";
            case SEAT_KIND_UNKNOWN -> "There is no seat “" + value + "” here; there are " + facts.get("kinds") + ".";
            case SEAT_HELD -> "A " + facts.get("held") + " seat is held already. Swap it instead.";
            case SEAT_POOL_EMPTY ->
                "0 left of " + facts.get("size") + " " + facts.get("kind") + " seats in " + facts.get("tenant")
                        + ". Choose another kind, or free one first.";
            case SEAT_ATTRIBUTE_MISSING ->
                field(facts.getOrDefault("attribute", "")) + " needed for a " + facts.get("kind") + " seat.";
            case ASSIGNMENT_OVERLAPS ->
                "The role is given there already until " + facts.get("until") + ". Change that one instead.";
            case AREA_NOT_IN_TENANT ->
                "Area “" + value + "” does not belong to " + facts.get("tenant") + ". Choose one of its areas.";
            case ENGAGEMENT_OF_OTHER -> "The engagement belongs to somebody else.";
            case ROLE_GIVES_NOTHING -> "The role gives nothing in this app.";
            case ASSIGNMENT_INERT ->
                "“" + facts.get("role") + "” does nothing without a place in " + facts.get("tenant")
                        + (facts.getOrDefault("nearestName", "").isEmpty()
                                ? "."
                                : ". Nearest that fits: " + facts.get("nearestName") + ".");
            case NOT_MANAGED ->
                facts.get("tenant") + " does not take " + facts.get("what") + " from outside; nothing is sent.";
            case HOME_UNFIT ->
                facts.get("holder") + "'s identity is at home in " + facts.get("home") + ", and "
                        + (facts.getOrDefault("kind", "").equals("partner")
                                ? "partners have theirs in their own directory."
                                : "whoever works here as " + facts.get("kind") + " has it in ours.")
                        + " Choose the home where it is.";
            case IDENTITY_UNKNOWN ->
                facts.get("holder") + " is from outside, and " + facts.get("home")
                        + " does not list them. Invite them first; the account waits in the draft until they accept.";
            case IDENTITY_AWAITED ->
                facts.get("holder") + " is invited and has not accepted yet, and " + facts.get("home")
                        + " does not list them. The account waits in the draft.";
            case CONFLICT_BLOCKS, CONFLICT_WARNS -> conflict(facts);
            case ACCOUNT_NO_SIGN_IN ->
                "Nobody can sign in with it: " + facts.get("holder") + " is in no directory, and " + facts.get("tenant")
                        + " takes no passwords. Add the person to a directory and join the entry.";
            case MESSAGE_BLANK_UNKNOWN ->
                "“" + value + "” is no blank. There are " + facts.get("kinds") + "; write a brace that is meant twice.";
            case MESSAGE_BLANK_MISSING ->
                "“{" + value + "}” is missing. Without it people do not learn how to sign in.";
            case MESSAGE_BLANK_NOT_HERE -> "“{" + value + "}” has no place in the subject. Put it into the text.";
        };
    }

    private static String conflict(Map<String, String> facts) {
        String one = facts.getOrDefault("one", "");
        String other = facts.getOrDefault("other", "");
        return "“" + facts.get("rule") + "” would meet in " + facts.get("person") + " ("
                + (one.equals(other) ? one : one + " and " + other)
                + "). Take this out, or what it meets.";
    }

    private static String shape(String path) {
        return switch (path) {
            case "mail" -> "Write it as ines.abara@skerrow.example.";
            case "phone" -> "Write it with the country, as +44 1632 960123.";
            case "handle" -> "Use 2 to 64 lower-case letters, digits, dots and hyphens.";
            case "tags" -> "Use lower-case letters, digits and single hyphens, with commas between tags.";
            case "number" -> "Use up to 20 letters, digits and hyphens.";
            default -> "Choose one from the list.";
        };
    }

    private static String rule(String rule) {
        return switch (rule) {
            case "MAIL" -> "e-mail";
            case "STAFF_NUMBER" -> "staff number";
            default -> "handle";
        };
    }
}
