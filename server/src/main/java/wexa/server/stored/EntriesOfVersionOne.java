package wexa.server.stored;

import java.util.Map;
import java.util.Set;
import java.util.TreeMap;

/**
 * Entries of drafts as they were kept before a change left alone whatever it did not name: a change of a membership or an
 * assignment without a last day had none, and a text that was given empty stayed what it was.
 */
final class EntriesOfVersionOne {
    private static final Set<String> ENDED_WITHOUT_A_DAY = Set.of("membership.edit", "assignment.edit");
    private static final Map<String, Set<String>> EMPTY_STAYED = Map.of(
            "person.edit", Set.of("handle", "given", "family", "mail", "phone"),
            "group.edit", Set.of("key", "name", "description", "owners"),
            "membership.edit", Set.of("because"),
            "assignment.edit", Set.of("because", "area"),
            "account.edit", Set.of("as", "with.device"));

    private EntriesOfVersionOne() {}

    static Map<String, String> lifted(String form, Map<String, String> fields) {
        Map<String, String> lifted = new TreeMap<>(fields);
        Set<String> stayed = EMPTY_STAYED.getOrDefault(form, Set.of());
        lifted.entrySet()
                .removeIf(field ->
                        stayed.contains(field.getKey()) && field.getValue().isBlank());
        if (ENDED_WITHOUT_A_DAY.contains(form)) {
            lifted.putIfAbsent("until", "");
        }
        if (form.equals("engagement.edit")) {
            // an engagement is its person's for good; the field was kept and could say nothing else
            lifted.remove("person");
        }
        return lifted;
    }
}
