package wexa.server.directory;

import jakarta.validation.Valid;
import jakarta.validation.constraints.Max;
import jakarta.validation.constraints.Min;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Pattern;
import jakarta.validation.constraints.Size;
import java.time.Duration;
import java.util.List;
import java.util.UUID;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;
import wexa.connect.Encryption;
import wexa.connect.ldap.DirectoryContents;
import wexa.connect.ldap.LdapDirectory;
import wexa.server.drafts.DraftView;
import wexa.server.problems.KeyText;
import wexa.server.problems.Problem;
import wexa.server.rights.Actor;

/** Directory look-up over HTTP. */
@RestController
@RequestMapping("/api/v1/directory")
class DirectoryController {
    private static final int DEFAULT_LIMIT = 5;

    private final DirectoryService directory;

    DirectoryController(DirectoryService directory) {
        this.directory = directory;
    }

    @GetMapping
    Directories.Search search(Actor actor, @RequestParam(defaultValue = "") String q) {
        return directory.search(actor, q);
    }

    /** An entry and a person. */
    record Two(
            @NotBlank @Size(max = 60) String directory,
            @NotBlank @Size(max = 600) String entry,
            @NotNull UUID person) {}

    @GetMapping("/pairs")
    PairsView pairs(Actor actor, @RequestParam(defaultValue = "200") @Min(1) @Max(5_000) int limit) {
        return directory.pairs(actor, limit);
    }

    @PostMapping("/readings")
    PairsView read(Actor actor) {
        return directory.read(actor);
    }

    /** A directory to be connected. The own home is the first one's. */
    record NewSource(
            @NotBlank @Size(max = 60) @Pattern(regexp = KeyText.PATTERN, message = KeyText.TOLD)
            String key,

            @NotBlank @Size(max = 80) String name,

            @NotBlank
            @Size(max = 255)
            @Pattern(regexp = "[^\\s/@\\p{Cntrl}]*", message = "Write a host's name or address.")
            String host,

            @Min(1) @Max(65_535) int port,
            @NotNull Encryption encryption,
            @NotNull @Size(max = 500) String bindDn,
            @NotNull @Size(max = 500) String bindPassword,
            @NotBlank @Size(max = 500) String peopleDn,
            @Nullable @Size(max = 500) String groupsDn,

            @Nullable
            @Size(max = 100)
            @Pattern(regexp = "[A-Za-z][A-Za-z0-9-]*", message = "Write one attribute's name, such as entryUUID.")
            String idAttribute,

            @Nullable @Size(max = 50_000) String certificates,
            @Nullable @Min(1) @Max(120) Integer limitSeconds,

            @Nullable
            @Size(max = 100)
            @Pattern(regexp = "([A-Za-z][A-Za-z0-9-]*)?", message = "Write one attribute's name, such as loginStatus.")
            String disabledAttribute,

            @Nullable @Size(max = 200) String disabledValue,
            @Nullable @Size(max = 500) String writeDn,
            @Nullable @Size(max = 500) String writePassword) {
        DirectorySettings.Source source() {
            return new DirectorySettings.Source(
                    key,
                    name.strip(),
                    host.strip(),
                    port,
                    encryption,
                    bindDn.strip(),
                    bindPassword,
                    peopleDn.strip(),
                    groupsDn == null ? "" : groupsDn.strip(),
                    idAttribute == null ? LdapDirectory.ENTRY_UUID : idAttribute,
                    certificates == null ? "" : certificates.strip(),
                    Duration.ofSeconds(limitSeconds == null ? DEFAULT_LIMIT : limitSeconds),
                    false,
                    disabledBy(),
                    "");
        }

        private DirectorySettings.@Nullable Disabling disabledBy() {
            String attribute = text(disabledAttribute);
            String value = text(disabledValue);
            if (attribute.isEmpty() && text(writeDn).isEmpty()) {
                return null;
            }
            if (attribute.isEmpty()) {
                throw Problem.badField(
                        "disabledAttribute",
                        "directory.disabled-attribute",
                        "Enter the attribute that marks an entry as disabled. It is the one that Wexa writes.");
            }
            if (value.isEmpty()) {
                throw Problem.badField(
                        "disabledValue",
                        "directory.disabled-value",
                        "Enter the value of " + attribute + " that marks an entry as disabled.");
            }
            return new DirectorySettings.Disabling(
                    attribute, value, text(writeDn), writePassword == null ? "" : writePassword, null);
        }

        private static String text(@Nullable String typed) {
            return typed == null ? "" : typed.strip();
        }
    }

    /** How many of each; no groups where none are asked for. */
    record Probed(int people, @Nullable Integer groups) {}

    /** A POST, so that the password stands in no address. */
    @PostMapping("/sources/probe")
    Probed probe(Actor actor, @Valid @RequestBody NewSource source) {
        DirectoryContents found = directory.probe(actor, source.source());
        return new Probed(found.people().size(), found.groups().map(List::size).orElse(null));
    }

    @PostMapping("/sources")
    @ResponseStatus(HttpStatus.CREATED)
    void connect(Actor actor, @Valid @RequestBody NewSource source) {
        directory.connect(actor, source.source());
    }

    @PutMapping("/sources/{key}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void reconnect(Actor actor, @PathVariable String key, @Valid @RequestBody NewSource source) {
        if (!key.equals(source.key())) {
            throw Problem.badField("key", "directory.key-fixed", "The short name cannot be changed: " + key + ".");
        }
        directory.reconnect(actor, source.source());
    }

    @PostMapping("/sources/{key}/pause")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void pause(Actor actor, @PathVariable String key) {
        directory.pause(actor, key, true);
    }

    @DeleteMapping("/sources/{key}/pause")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void resume(Actor actor, @PathVariable String key) {
        directory.pause(actor, key, false);
    }

    @DeleteMapping("/sources/{key}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void disconnect(Actor actor, @PathVariable String key) {
        directory.disconnect(actor, key);
    }

    /** A draft that takes away a group that its directory lists no longer. */
    @PostMapping("/groups/{id}/retirement")
    @ResponseStatus(HttpStatus.CREATED)
    DraftView retire(Actor actor, @PathVariable UUID id) {
        return directory.retire(actor, id);
    }

    @PostMapping("/apart")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void keepApart(Actor actor, @Valid @RequestBody Two two) {
        directory.keepApart(actor, two.directory(), two.entry(), two.person());
    }
}
