package wexa.server.snapshot;

import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import jakarta.persistence.Table;

/** The one head: whoever writes the model holds its lock. */
@Entity
@Table(name = "head")
class HeadRow {
    static final int ONLY = 1;

    @Id
    int id;

    long version;

    protected HeadRow() {}
}
