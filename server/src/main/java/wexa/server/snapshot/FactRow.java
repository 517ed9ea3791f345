package wexa.server.snapshot;

import jakarta.persistence.EmbeddedId;
import jakarta.persistence.Entity;
import jakarta.persistence.Table;
import java.io.Serializable;
import java.util.UUID;

/** One fact of the model as it stands now, in its stored form. */
@Entity
@Table(name = "fact")
class FactRow {
    @EmbeddedId
    Name name;

    int formVersion;
    String body;

    /** Kind and id. */
    record Name(String kind, UUID id) implements Serializable {}

    @SuppressWarnings("NullAway.Init")
    protected FactRow() {}

    FactRow(Name name, int formVersion, String body) {
        this.name = name;
        this.formVersion = formVersion;
        this.body = body;
    }
}
