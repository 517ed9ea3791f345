package wexa.server.snapshot;

import jakarta.persistence.EmbeddedId;
import jakarta.persistence.Entity;
import jakarta.persistence.Table;
import java.io.Serializable;
import java.util.UUID;
import org.jspecify.annotations.Nullable;

/** One effect of a changeset: a fact before and after, each in the stored form of one version. */
@Entity
@Table(name = "effect")
class EffectRow {
    @EmbeddedId
    Place id;

    String kind;
    UUID factId;
    int formVersion;

    @Nullable
    String beforeBody;

    @Nullable
    String afterBody;

    /** The changeset, and the effect's place in it, from 0. */
    record Place(long version, int place) implements Serializable {}

    @SuppressWarnings("NullAway.Init")
    protected EffectRow() {}

    EffectRow(Place id, String kind, UUID factId, int formVersion, @Nullable String before, @Nullable String after) {
        this.id = id;
        this.kind = kind;
        this.factId = factId;
        this.formVersion = formVersion;
        this.beforeBody = before;
        this.afterBody = after;
    }
}
