package wexa.server.testing;

import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/** The hand-written table of what there is to ask for, and who may. */
public final class Operations {
    private Operations() {}

    /** Who may ask; each includes the ones before, but {@code OWN} is of everybody who is signed in. */
    public enum Who {
        ANYBODY,
        OWN,
        LOOK,
        HELP,
        PREPARE,
        APPLY,
        APPROVE,
        GOVERN
    }

    /** One operation; {@code needsEverything} if somebody with a limited reach may not, {@code isScoped} if whoever sees only their scope may, {@code media} is what success is answered with, nothing where it has no body. */
    public record Operation(
            String method,
            String path,
            Who who,
            boolean needsEverything,
            boolean isScoped,
            int status,
            Optional<String> media,
            String summary) {
        public String name() {
            return method + " " + path;
        }
    }

    public static List<Operation> all() throws IOException {
        List<Operation> all = new ArrayList<>();
        try (InputStream in = Operations.class.getResourceAsStream("/wexa/server/operations.txt")) {
            String text = new String(in.readAllBytes(), StandardCharsets.UTF_8);
            text.lines()
                    .filter(line -> !line.startsWith("#") && !line.isBlank())
                    .forEach(line -> {
                        String[] parts = line.split("\\s*\\|\\s*");
                        String[] address = parts[0].split(" ");
                        String[] who = parts[1].split(" ");
                        String[] success = parts[2].split(" ");
                        all.add(new Operation(
                                address[0],
                                address[1],
                                Who.valueOf(who[0].toUpperCase(java.util.Locale.ROOT)),
                                who.length > 1 && who[1].equals("everywhere"),
                                who.length > 1 && who[1].equals("scoped"),
                                Integer.parseInt(success[0]),
                                success.length > 1 ? Optional.of(media(success[1])) : Optional.empty(),
                                parts[3]));
                    });
        }
        return all;
    }

    private static String media(String word) {
        return switch (word) {
            case "csv" -> "text/csv";
            case "zip" -> "application/zip";
            case "text" -> "text/plain";
            case "ldif" -> "text/ldif";
            case "events" -> "text/event-stream";
            default -> "application/json";
        };
    }
}
