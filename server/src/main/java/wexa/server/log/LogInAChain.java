package wexa.server.log;

import java.security.SecureRandom;
import java.sql.Connection;
import java.sql.PreparedStatement;
import java.sql.ResultSet;
import java.sql.Statement;
import java.time.OffsetDateTime;
import java.util.HexFormat;
import org.flywaydb.core.api.migration.Context;
import org.springframework.stereotype.Component;
import wexa.server.database.CodedMigration;

/** Schema 25: the lines that were written before are bound into a chain, in their order. */
@Component
class LogInAChain extends CodedMigration {
    private static final String TABLE = """
            create table log_link (
                number bigint primary key,
                commitment varchar(64) not null,
                hash varchar(64) not null
            )""";

    private final SecureRandom random;

    LogInAChain(SecureRandom random) {
        super(25, "log in a chain");
        this.random = random;
    }

    @Override
    public void migrate(Context context) throws Exception {
        Connection store = context.getConnection();
        try (Statement statement = store.createStatement()) {
            statement.execute(TABLE);
            statement.execute("alter table log_entry add column salt varchar(32) default '' not null");
        }
        String previous = Link.NONE;
        try (Statement reading = store.createStatement();
                ResultSet rows = reading.executeQuery(
                        "select number, at, actor, changeset_version, sentence, reason, ticket from log_entry"
                                + " order by number");
                PreparedStatement salted = store.prepareStatement("update log_entry set salt = ? where number = ?");
                PreparedStatement linked =
                        store.prepareStatement("insert into log_link (number, commitment, hash) values (?, ?, ?)")) {
            while (rows.next()) {
                byte[] salt = new byte[Link.SALT_BYTES];
                random.nextBytes(salt);
                Link link = Link.after(
                        previous,
                        new Link.Text(
                                rows.getLong(1),
                                rows.getObject(2, OffsetDateTime.class).toInstant(),
                                rows.getString(3),
                                rows.getLong(4),
                                rows.getString(5),
                                rows.getString(6),
                                rows.getString(7)),
                        salt);
                salted.setString(1, HexFormat.of().formatHex(salt));
                salted.setLong(2, link.number());
                salted.executeUpdate();
                linked.setLong(1, link.number());
                linked.setString(2, link.commitment());
                linked.setString(3, link.hash());
                linked.executeUpdate();
                previous = link.hash();
            }
        }
    }
}
