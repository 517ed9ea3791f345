package wexa.server.readings;

import java.sql.Connection;
import java.sql.PreparedStatement;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Statement;
import java.time.OffsetDateTime;
import java.util.HashMap;
import java.util.Map;
import java.util.UUID;
import org.flywaydb.core.api.migration.Context;
import org.springframework.stereotype.Component;
import wexa.server.database.CodedMigration;
import wexa.server.stored.StoredForms;

/** Schema 26: what is known of a tenant is the rows of one reading, found by what they name. */
@Component
class ReadingsInRows extends CodedMigration {
    private static final int AT_A_TIME = 1_000;

    private static final String TABLES = """
            create table observed_object (
                tenant_id uuid not null,
                reading_id uuid not null,
                object varchar(1100) not null,
                remote_id varchar(1000) not null,
                body text,
                read_at timestamp with time zone not null,
                primary key (tenant_id, reading_id, object)
            );
            create table observed_reference (
                tenant_id uuid not null,
                reading_id uuid not null,
                target varchar(60) not null,
                object varchar(1100) not null,
                primary key (tenant_id, reading_id, target, object)
            );
            create table observed_look (
                tenant_id uuid not null,
                reading_id uuid not null,
                number bigint not null,
                object varchar(1100) not null,
                primary key (tenant_id, reading_id, number)
            );
            create table current_reading (
                tenant_id uuid primary key,
                reading_id uuid not null,
                began_at timestamp with time zone not null,
                looks bigint not null
            );
            create table staged_reading (
                reading_id uuid primary key,
                tenant_id uuid not null,
                began_at timestamp with time zone not null,
                ended boolean not null
            );
            create index staged_reading_tenant on staged_reading (tenant_id)""";

    private final StoredForms forms;

    ReadingsInRows(StoredForms forms) {
        super(26, "readings in rows");
        this.forms = forms;
    }

    @Override
    public void migrate(Context context) throws Exception {
        Connection store = context.getConnection();
        try (Statement statement = store.createStatement()) {
            for (String table : TABLES.split(";")) {
                statement.execute(table);
            }
        }
        move(store);
        try (Statement statement = store.createStatement()) {
            statement.execute("drop table observed");
        }
    }

    private void move(Connection store) throws SQLException {
        Map<UUID, UUID> readings = new HashMap<>();
        try (Statement reading = store.createStatement();
                ResultSet rows =
                        reading.executeQuery("select tenant_id, object, remote_id, body, read_at from observed");
                PreparedStatement current = store.prepareStatement(
                        "insert into current_reading values (?, ?, timestamp with time zone '1970-01-01 00:00:00+00', 0)");
                PreparedStatement objects =
                        store.prepareStatement("insert into observed_object values (?, ?, ?, ?, ?, ?)");
                PreparedStatement references =
                        store.prepareStatement("insert into observed_reference values (?, ?, ?, ?)")) {
            for (int moved = 1; rows.next(); moved++) {
                UUID tenant = rows.getObject(1, UUID.class);
                UUID id = readings.get(tenant);
                if (id == null) {
                    id = UUID.randomUUID();
                    readings.put(tenant, id);
                    set(current, tenant, id);
                    current.executeUpdate();
                }
                String object = rows.getString(2);
                String body = rows.getString(4);
                set(objects, tenant, id, object, rows.getString(3), body, rows.getObject(5, OffsetDateTime.class));
                objects.addBatch();
                for (String target : ObjectNames.targets(object, forms.readObject(body))) {
                    set(references, tenant, id, target, object);
                    references.addBatch();
                }
                if (moved % AT_A_TIME == 0) {
                    objects.executeBatch();
                    references.executeBatch();
                }
            }
            objects.executeBatch();
            references.executeBatch();
        }
    }

    private static void set(PreparedStatement statement, Object... values) throws SQLException {
        for (int place = 0; place < values.length; place++) {
            statement.setObject(place + 1, values[place]);
        }
    }
}
