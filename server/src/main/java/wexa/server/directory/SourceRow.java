package wexa.server.directory;

import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import java.time.Instant;
import org.jspecify.annotations.Nullable;

/** A directory that an administrator connected, with its password as ciphertext. */
@Entity
@Table(name = "directory_source")
class SourceRow {
    /** The home of its people. */
    @Id
    String home;

    String name;
    String host;
    int port;
    String encryption;
    String bindDn;

    byte @Nullable [] bindPassword;

    String peopleDn;

    /** Empty where no groups are read. */
    String groupsDn;

    String idAttribute;

    /** In PEM; empty for whom the machine trusts. */
    String certificates;

    int limitSeconds;
    boolean isPaused;
    Instant madeAt;

    /** Empty where it is not known how the directory says that an entry is disabled. */
    String disabledAttribute;

    String disabledValue;

    /** Empty where Wexa does not write. */
    String writeDn;

    byte @Nullable [] writePassword;

    @Nullable
    Instant writesSince;

    @SuppressWarnings("NullAway.Init")
    protected SourceRow() {}
}
