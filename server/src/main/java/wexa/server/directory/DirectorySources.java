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
import wexa.core.model.Person;
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

    /** The directory in which somebody has an entry. */
    Optional<DirectorySettings.Source> of(Person person) {
        return person.directoryEntry()
                .flatMap(entry -> all().stream()
                        .filter(source -> source.key().equals(person.home().text()))
                        .findFirst());
    }

    /** Whether a directory was connected here, so that it can be changed here. */
    @Transactional(readOnly = true)
    public boolean isConnectedHere(String key) {
        return rows.findById(key).isPresent();
    }

    /** One whose password cannot be read any more is there with what is lacking: it takes no other with it. */
    private DirectorySettings.Source source(SourceRow row) {
        Optional<String> password =
                row.bindPassword == null ? Optional.of("") : vault.tryOpen(idOf(row.home), row.bindPassword);
        Optional<String> writing =
                row.writePassword == null ? Optional.of("") : vault.tryOpen(writingIdOf(row.home), row.writePassword);
        String lack = password.isPresent() ? "" : "its password cannot be decrypted with this key file; enter it again";
        return new DirectorySettings.Source(
                row.home,
                row.name,
                row.host,
                row.port,
                Encryption.valueOf(row.encryption),
                row.bindDn,
                password.orElse(""),
                row.peopleDn,
                row.groupsDn,
                row.idAttribute,
                row.certificates,
                Duration.ofSeconds(row.limitSeconds),
                row.isPaused,
                row.disabledAttribute.isEmpty()
                        ? null
                        : new DirectorySettings.Disabling(
                                row.disabledAttribute,
                                row.disabledValue,
                                row.writeDn,
                                writing.orElse(""),
                                row.writesSince),
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
        put(row, source.disabling(), at);
        rows.save(row);
    }

    /** Who was out before Wexa began to write to the directory is not disabled by that. */
    private void put(SourceRow row, Optional<DirectorySettings.Disabling> disabling, Instant at) {
        boolean wroteBefore = row.writeDn != null && !row.writeDn.isEmpty();
        row.disabledAttribute =
                disabling.map(DirectorySettings.Disabling::attribute).orElse("");
        row.disabledValue = disabling.map(DirectorySettings.Disabling::value).orElse("");
        row.writeDn = disabling.map(DirectorySettings.Disabling::writeDn).orElse("");
        row.writePassword = disabling
                .map(DirectorySettings.Disabling::writePassword)
                .filter(password -> !password.isEmpty())
                .map(password -> vault.seal(writingIdOf(row.home), password))
                .orElse(null);
        if (row.writeDn.isEmpty()) {
            row.writesSince = null;
        } else if (!wroteBefore) {
            row.writesSince = at;
        }
    }

    @Transactional
    void setPaused(String key, boolean isPaused) {
        rows.findById(key).ifPresent(row -> row.isPaused = isPaused);
    }

    @Transactional
    void remove(String key) {
        rows.findById(key).ifPresent(rows::delete);
    }

    private static UUID writingIdOf(String key) {
        return idOf(key + " writing");
    }

    private static UUID idOf(String key) {
        return UUID.nameUUIDFromBytes(("directory " + key).getBytes(StandardCharsets.UTF_8));
    }
}
