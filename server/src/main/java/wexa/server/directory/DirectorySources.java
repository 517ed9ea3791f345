package wexa.server.directory;

import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import org.springframework.data.repository.Repository;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;
import wexa.connect.Encryption;
import wexa.core.value.Key;
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

        Optional<SourceRow> findById(String home);

        void save(SourceRow row);

        void delete(SourceRow row);
    }

    DirectorySources(DirectorySettings settings, Rows rows, TokenVault vault) {
        this.settings = settings;
        this.rows = rows;
        this.vault = vault;
    }

    @Transactional(readOnly = true)
    public List<DirectorySettings.Source> all() {
        List<DirectorySettings.Source> all = new ArrayList<>(settings.sources());
        rows.findAllByOrderByMadeAt().forEach(row -> all.add(source(row)));
        return all;
    }

    /** Those that are read. */
    List<DirectorySettings.Source> active() {
        return all().stream().filter(source -> !source.isPaused()).toList();
    }

    /** Whether a directory was connected here, so that it can be changed here. */
    @Transactional(readOnly = true)
    public boolean isConnectedHere(String key) {
        return rows.findById(key).isPresent();
    }

    /** One whose password cannot be read any more is there with what is lacking: it takes no other with it. */
    private DirectorySettings.Source source(SourceRow row) {
        String password = "";
        String lack = "";
        if (row.bindPassword != null) {
            Optional<String> opened = vault.tryOpen(idOf(row.home), row.bindPassword);
            password = opened.orElse("");
            lack = opened.isPresent() ? "" : "its password cannot be decrypted with this key file; enter it again";
        }
        return new DirectorySettings.Source(
                row.home,
                row.name,
                row.host,
                row.port,
                Encryption.valueOf(row.encryption),
                row.bindDn,
                password,
                row.peopleDn,
                row.groupsDn,
                row.idAttribute,
                row.certificates,
                Duration.ofSeconds(row.limitSeconds),
                row.isPaused,
                lack);
    }

    /** The home of the organisation's own people: its first directory, or {@code own} where there is none. */
    public Key ownHome() {
        return all().stream().findFirst().map(source -> Key.of(source.key())).orElseGet(() -> Key.of("own"));
    }

    /** Keeps a directory, new or otherwise than before. */
    @Transactional
    void put(DirectorySettings.Source source, Instant at) {
        SourceRow row = rows.findById(source.key()).orElseGet(SourceRow::new);
        row.madeAt = row.home == null ? at : row.madeAt;
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
        row.idAttribute = source.idAttribute();
        row.certificates = source.certificates();
        row.limitSeconds = (int) source.limit().toSeconds();
        row.isPaused = source.isPaused();
        rows.save(row);
    }

    @Transactional
    void setPaused(String key, boolean isPaused) {
        rows.findById(key).ifPresent(row -> row.isPaused = isPaused);
    }

    @Transactional
    void remove(String key) {
        rows.findById(key).ifPresent(rows::delete);
    }

    private static UUID idOf(String key) {
        return UUID.nameUUIDFromBytes(("directory " + key).getBytes(StandardCharsets.UTF_8));
    }
}
