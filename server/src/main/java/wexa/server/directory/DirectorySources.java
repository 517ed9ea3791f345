package wexa.server.directory;

import java.nio.charset.StandardCharsets;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.UUID;
import org.springframework.data.repository.Repository;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;
import wexa.connect.Encryption;
import wexa.core.model.Key;
import wexa.server.connections.TokenVault;

/** The directories that are read: those of the settings, then those that administrators connected, oldest first. */
@Component
public class DirectorySources {
    private final DirectorySettings settings;
    private final Rows rows;
    private final TokenVault vault;

    /** Rows of directories. */
    interface Rows extends Repository<SourceRow, String> {
        List<SourceRow> findAllByOrderByMadeAt();

        void save(SourceRow row);
    }

    DirectorySources(DirectorySettings settings, Rows rows, TokenVault vault) {
        this.settings = settings;
        this.rows = rows;
        this.vault = vault;
    }

    @Transactional(readOnly = true)
    public List<DirectorySettings.Source> all() {
        List<DirectorySettings.Source> all = new ArrayList<>(settings.sources());
        for (SourceRow row : rows.findAllByOrderByMadeAt()) {
            all.add(new DirectorySettings.Source(
                    row.home,
                    row.name,
                    row.host,
                    row.port,
                    Encryption.valueOf(row.encryption),
                    row.bindDn,
                    row.bindPassword == null ? "" : vault.open(idOf(row.home), row.bindPassword),
                    row.peopleDn,
                    row.groupsDn));
        }
        return all;
    }

    /** Where the organisation's own people are born: its first directory, or {@code own} where there is none. */
    public Key ownHome() {
        return all().stream().findFirst().map(source -> Key.of(source.key())).orElseGet(() -> Key.of("own"));
    }

    @Transactional
    void add(DirectorySettings.Source source, Instant at) {
        SourceRow row = new SourceRow();
        row.home = source.key();
        row.name = source.name();
        row.host = source.host();
        row.port = source.port();
        row.encryption = source.encryption().name();
        row.bindDn = source.bindDn();
        row.bindPassword =
                source.bindPassword().isEmpty() ? null : vault.seal(idOf(source.key()), source.bindPassword());
        row.peopleDn = source.peopleDn();
        row.groupsDn = source.groupsDn();
        row.madeAt = at;
        rows.save(row);
    }

    private static UUID idOf(String key) {
        return UUID.nameUUIDFromBytes(("directory " + key).getBytes(StandardCharsets.UTF_8));
    }
}
