package wexa.server.roles;

import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import java.time.Instant;

/** The naming rule; there is one row at most. */
@Entity
@Table(name = "naming_rule")
class NamingRuleRow {
    static final int ONLY = 1;

    @Id
    int id;

    String prefix;
    String suffix;
    boolean isNumbered;
    String owner;
    Instant changedAt;

    @SuppressWarnings("NullAway.Init")
    protected NamingRuleRow() {}
}
