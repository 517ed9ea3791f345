package wexa.core.sentence;

import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.Map;
import java.util.Set;
import java.util.stream.Collectors;

/**
 * The one table of sentence forms, in the order verb, thing, for whom, where, when, why. In a template {@code {slot}} is
 * a key, {@code {"slot"}} a quoted text, and a clause in brackets stands only when its slot is filled.
 */
public final class Grammar {
    private static final Map<String, Template> FORMS = new LinkedHashMap<>();

    /** Not typed in by anybody: what a tenant announces, and what the settings say. */
    private static final Set<String> UNTYPED = Set.of("home.make", "tenant.connect");

    static {
        form("unit.make", "make unit {unit} {\"name\"}[ under {parent}]");
        form("home.make", "make home {home} {\"name\"}");
        form("tenant.connect", "connect tenant {tenant} {\"name\"}");
        form("person.add", "add person {handle} {\"name\"}[ mail {mail}][ phone {phone}][ entry {entry}] home {home}");
        form(
                "person.edit",
                "edit person {handle} {\"name\"}[ mail {mail}][ phone {phone}][ entry {entry}] home {home}");
        form("invitation.send", "invite {person}");
        form("invitation.accept", "accept invitation of {person}");
        form("invitation.withdraw", "withdraw invitation of {person}");
        form(
                "engagement.begin",
                "engage {person} as {kind}[ {number}] job {\"job\"} unit {unit}[ under {manager}][ from {from}][ until {until}]");
        form(
                "engagement.edit",
                "keep {person} engaged as {kind}[ {number}] job {\"job\"} unit {unit}[ under {manager}][ from {from}][ until {until}]");
        form("engagement.end", "end engagement of {person} as {kind}[ {number}][ until {until}]");
        form(
                "group.make",
                "make group {group} {\"name\"}[ by rule {\"rule\"}][ about {\"description\"}][ owned by {owners}][ tagged {tags}]");
        form(
                "group.edit",
                "keep group {group} {\"name\"}[ by rule {\"rule\"}][ about {\"description\"}][ owned by {owners}][ tagged {tags}]");
        form("group.retire", "retire group {group} with {falling}");
        form("group.list", "list group {group} {\"name\"} from {\"entry\"}[ about {\"description\"}]");
        form("group.delist", "delist group {group} with {falling}");
        form("membership.list", "list {member} in group {group}");
        form("membership.delist", "delist {member} from group {group}");
        form("membership.put", "put {member} in group {group}[ from {from}][ until {until}][ because {\"because\"}]");
        form("membership.edit", "keep {member} in group {group}[ from {from}][ until {until}][ because {\"because\"}]");
        form("membership.end", "take {member} out of group {group}[ until {until}]");
        form(
                "account.open",
                "open account for {person} in {tenant} as {as}[ with {\"with\"}][ found there as {\"found\"}]");
        form("account.edit", "edit account of {person} in {tenant} as {as}[ with {\"with\"}]");
        form("account.close", "close account of {person} in {tenant}");
        form("seat.give", "seat {person} as {kind} in {tenant}[ from {from}][ until {until}]");
        form("seat.swap", "swap seat of {person} to {kind} in {tenant}[ from {from}][ until {until}]");
        form("seat.return", "return seat of {person} in {tenant}[ until {until}]");
        form(
                "assignment.give",
                "give role {role} to {subject} in {tenant}[ at {area}][ from {from}][ until {until}][ because {\"because\"}]");
        form(
                "assignment.edit",
                "keep role {role} for {subject} in {tenant}[ at {area}][ from {from}][ until {until}][ because {\"because\"}]");
        form("assignment.end", "take role {role} from {subject} in {tenant}[ at {area}][ until {until}]");
    }

    private Grammar() {}

    private static void form(String name, String template) {
        FORMS.put(name, Template.of(template));
    }

    /** The template of a form; every form of change has one. */
    static Template template(String form) {
        Template template = FORMS.get(form);
        if (template == null) {
            throw new IllegalArgumentException("there is no sentence form '" + form + "'; known: " + FORMS.keySet());
        }
        return template;
    }

    /** The forms that entries of drafts have. */
    public static Set<String> forms() {
        return FORMS.keySet().stream()
                .filter(form -> !UNTYPED.contains(form))
                .collect(Collectors.toCollection(LinkedHashSet::new));
    }
}
