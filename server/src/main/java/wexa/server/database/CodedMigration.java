package wexa.server.database;

import org.flywaydb.core.api.MigrationVersion;
import org.flywaydb.core.api.migration.JavaMigration;

/** A step of the store's schema that takes more than SQL to move what is there. */
public abstract class CodedMigration implements JavaMigration {
    private final int version;
    private final String description;

    protected CodedMigration(int version, String description) {
        this.version = version;
        this.description = description;
    }

    @Override
    public final MigrationVersion getVersion() {
        return MigrationVersion.fromVersion(Integer.toString(version));
    }

    @Override
    public final String getDescription() {
        return description;
    }

    /** What a step does is never changed once it was carried out anywhere. */
    @Override
    public final Integer getChecksum() {
        return version;
    }

    @Override
    public final boolean canExecuteInTransaction() {
        return true;
    }
}
