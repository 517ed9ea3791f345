package wexa.server.administrators;

import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import java.util.UUID;

/** An administrator. The password is an Argon2id hash; acts are names with commas between. */
@Entity
@Table(name = "administrator")
class AdministratorRow {
    @Id
    UUID id;

    String login;
    String name;
    String password;
    String acts;

    @SuppressWarnings("NullAway.Init")
    protected AdministratorRow() {}
}
