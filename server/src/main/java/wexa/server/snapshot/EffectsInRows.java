package wexa.server.snapshot;

import java.sql.Connection;
import java.sql.PreparedStatement;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Statement;
import java.util.UUID;
import org.flywaydb.core.api.migration.Context;
import org.springframework.stereotype.Component;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;
import wexa.server.database.CodedMigration;

/** Schema 23: what was one text for each changeset becomes a row for each effect, changeset by changeset. */
@Component
class EffectsInRows extends CodedMigration {
    private static final String TABLE = """
            create table effect (
                version bigint not null references changeset (version),
                place integer not null,
                kind varchar(20) not null,
                fact_id uuid not null,
                form_version integer not null,
                before_body text,
                after_body text,
                primary key (version, place)
            )""";

    private final JsonMapper json = new JsonMapper();

    EffectsInRows() {
        super(23, "effects in rows");
    }

    @Override
    public void migrate(Context context) throws Exception {
        Connection store = context.getConnection();
        try (Statement statement = store.createStatement()) {
            statement.execute(TABLE);
            statement.execute("create index effect_fact on effect (fact_id, version)");
        }
        try (Statement reading = store.createStatement();
                ResultSet rows = reading.executeQuery("select version, effects from changeset order by version");
                PreparedStatement insert = store.prepareStatement("insert into effect (version, place, kind, fact_id,"
                        + " form_version, before_body, after_body) values (?, ?, ?, ?, ?, ?, ?)")) {
            while (rows.next()) {
                move(rows.getLong(1), json.readTree(rows.getString(2)), insert);
            }
        }
        try (Statement statement = store.createStatement()) {
            statement.execute("alter table changeset drop column effects");
        }
    }

    private static void move(long version, JsonNode effects, PreparedStatement insert) throws SQLException {
        int place = 0;
        for (JsonNode effect : effects) {
            JsonNode fact = effect.has("after") ? effect.path("after") : effect.path("before");
            insert.setLong(1, version);
            insert.setInt(2, place++);
            insert.setString(3, effect.path("kind").asString());
            insert.setObject(4, UUID.fromString(fact.path("id").asString()));
            insert.setInt(5, effect.path("version").asInt());
            insert.setString(6, effect.has("before") ? effect.path("before").toString() : null);
            insert.setString(7, effect.has("after") ? effect.path("after").toString() : null);
            insert.addBatch();
        }
        if (place > 0) {
            insert.executeBatch();
        }
    }
}
