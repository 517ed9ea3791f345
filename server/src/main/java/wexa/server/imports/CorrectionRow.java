package wexa.server.imports;

import jakarta.persistence.Embeddable;
import jakarta.persistence.EmbeddedId;
import jakarta.persistence.Entity;
import jakarta.persistence.Table;
import java.io.Serializable;
import java.util.UUID;

/** A row of a table as it was corrected. */
@Entity
@Table(name = "import_correction")
class CorrectionRow {
    @EmbeddedId
    Name name;

    String cells;

    /** Which row. */
    @Embeddable
    record Name(UUID importId, long line) implements Serializable {}

    @SuppressWarnings("NullAway.Init")
    protected CorrectionRow() {}

    CorrectionRow(Name name, String cells) {
        this.name = name;
        this.cells = cells;
    }
}
