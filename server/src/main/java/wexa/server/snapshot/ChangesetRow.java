package wexa.server.snapshot;

import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import java.time.Instant;
import java.util.UUID;
import org.jspecify.annotations.Nullable;

/** An applied changeset: one version of the model. */
@Entity
@Table(name = "changeset")
class ChangesetRow {
    @Id
    long version;

    UUID id;
    String origin;
    String name;
    String actor;
    Instant appliedAt;

    @Nullable
    UUID requestId;

    @Nullable
    UUID draftId;

    @SuppressWarnings("NullAway.Init")
    protected ChangesetRow() {}
}
