package wexa.core.finding;

import java.util.Collections;
import java.util.Map;
import java.util.TreeMap;
import java.util.function.Function;

/** One thing found by a check. {@code path} names the field of the entry; facts fill the text of the code. */
public record Finding(Code code, String path, Map<String, String> facts) {
    public Finding {
        facts = Collections.unmodifiableMap(new TreeMap<>(facts));
    }

    public static Finding of(Code code, String path, String... namesAndValues) {
        Map<String, String> facts = new TreeMap<>();
        for (int at = 0; at + 1 < namesAndValues.length; at += 2) {
            facts.put(namesAndValues[at], namesAndValues[at + 1]);
        }
        return new Finding(code, path, facts);
    }

    public boolean blocks() {
        return code.severity() == Severity.BLOCK;
    }

    /** @param labels what people call a field, by its name */
    public String words(Function<String, String> labels) {
        return code.words().of(new Facts(path, facts, labels));
    }
}
