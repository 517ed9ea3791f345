package wexa.server.views;

import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import java.util.UUID;
import org.jspecify.annotations.Nullable;

/** Something that an administrator pinned: a view or an act, one of the two. */
@Entity
@Table(name = "desk_pin")
class PinRow {
    @Id
    UUID id;

    String login;

    @Nullable
    UUID viewId;

    @Nullable
    String act;

    int place;

    @SuppressWarnings("NullAway.Init")
    protected PinRow() {}
}
