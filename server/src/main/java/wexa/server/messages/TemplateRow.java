package wexa.server.messages;

import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import java.time.Instant;

/** What the messages of one occasion say, as an administrator wrote it. */
@Entity
@Table(name = "message_template")
class TemplateRow {
    @Id
    String occasion;

    String subject;
    String body;
    boolean automatic;
    int daysBefore;
    String changedBy;
    Instant changedAt;

    @SuppressWarnings("NullAway.Init")
    protected TemplateRow() {}
}
