package wexa.demo;

import java.nio.charset.StandardCharsets;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.UUID;
import org.jspecify.annotations.Nullable;

/** One fact of the model in its stored form. Ids are made from names, so that every file means the same thing by them. */
record Fact(String kind, Map<String, @Nullable Object> body) {
    static String id(String kind, String name) {
        return UUID.nameUUIDFromBytes((kind + ":" + name).getBytes(StandardCharsets.UTF_8))
                .toString();
    }

    static Fact of(String kind, String name, @Nullable Object... namesAndValues) {
        Map<String, @Nullable Object> body = new LinkedHashMap<>();
        body.put("id", id(kind, name));
        for (int at = 0; at + 1 < namesAndValues.length; at += 2) {
            body.put((String) namesAndValues[at], namesAndValues[at + 1]);
        }
        return new Fact(kind, body);
    }

    Map<String, Object> form() {
        Map<String, Object> form = new LinkedHashMap<>();
        form.put("kind", kind);
        form.put("version", 10);
        form.put("body", body);
        return form;
    }
}
