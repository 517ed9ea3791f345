package wexa.demo;

import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.Map;
import java.util.Set;

/** Permissions of an app, written shortly. */
final class Permissions {
    private Permissions() {}

    static Set<String> of(String app, String... ends) {
        Set<String> made = new LinkedHashSet<>();
        for (String end : ends) {
            made.add(app + ":" + end);
        }
        return made;
    }

    static Set<String> plus(Set<String> one, Set<String> other) {
        Set<String> both = new LinkedHashSet<>(one);
        both.addAll(other);
        return both;
    }

    static Map<String, Set<String>> ordered(Object... namesAndSets) {
        Map<String, Set<String>> made = new LinkedHashMap<>();
        for (int at = 0; at + 1 < namesAndSets.length; at += 2) {
            @SuppressWarnings("unchecked") // callers pass names and sets in turn
            Set<String> set = (Set<String>) namesAndSets[at + 1];
            made.put((String) namesAndSets[at], set);
        }
        return made;
    }
}
