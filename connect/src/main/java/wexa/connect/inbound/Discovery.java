package wexa.connect.inbound;

import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;

/** What a client may know before it begins (RFC 7644 4); {@code BASE} in the documents is where they are served. */
public enum Discovery {
    SERVICE_PROVIDER_CONFIG("service-provider-config.json"),
    RESOURCE_TYPES("resource-types.json"),
    SCHEMAS("schemas.json");

    private final String file;

    Discovery(String file) {
        this.file = file;
    }

    public String document(String base) {
        try (InputStream text = Discovery.class.getResourceAsStream("/scim/" + file)) {
            if (text == null) {
                throw new IllegalStateException("the document " + file + " is missing from the program");
            }
            return new String(text.readAllBytes(), StandardCharsets.UTF_8).replace("BASE", base);
        } catch (IOException unreadable) {
            throw new IllegalStateException("the document " + file + " cannot be read", unreadable);
        }
    }
}
