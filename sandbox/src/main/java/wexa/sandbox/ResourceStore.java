package wexa.sandbox;

import com.fasterxml.jackson.core.JsonProcessingException;
import com.fasterxml.jackson.databind.node.ObjectNode;
import com.unboundid.scim2.common.utils.JsonUtils;
import java.nio.file.Path;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.PreparedStatement;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/** Keeps resources across restarts in an H2 file; every write is on disk when it returns. */
final class ResourceStore implements AutoCloseable {
    private final Connection connection;

    /** One stored resource. */
    record Stored(String tenant, String type, String id, ObjectNode body) {}

    ResourceStore(Path folder) throws SQLException {
        connection = DriverManager.getConnection(
                "jdbc:h2:file:" + folder.resolve("sandbox").toAbsolutePath() + ";WRITE_DELAY=0;DB_CLOSE_ON_EXIT=FALSE");
        try (var statement = connection.createStatement()) {
            statement.execute(
                    "create table if not exists resource (tenant varchar(80), type varchar(40), id varchar(80),"
                            + " body clob not null, primary key (tenant, type, id))");
        }
    }

    synchronized List<Stored> load(String tenant) throws SQLException {
        List<Stored> found = new ArrayList<>();
        try (PreparedStatement query =
                connection.prepareStatement("select type, id, body from resource where tenant = ? order by type, id")) {
            query.setString(1, tenant);
            try (ResultSet rows = query.executeQuery()) {
                while (rows.next()) {
                    found.add(new Stored(tenant, rows.getString(1), rows.getString(2), parse(rows.getString(3))));
                }
            }
        }
        return found;
    }

    synchronized Optional<ObjectNode> find(String tenant, String type, String id) {
        try (PreparedStatement query =
                connection.prepareStatement("select body from resource where tenant = ? and type = ? and id = ?")) {
            query.setString(1, tenant);
            query.setString(2, type);
            query.setString(3, id);
            try (ResultSet rows = query.executeQuery()) {
                return rows.next() ? Optional.of(parse(rows.getString(1))) : Optional.empty();
            }
        } catch (SQLException failed) {
            throw new IllegalStateException("the stand-in could not read its state", failed);
        }
    }

    private static ObjectNode parse(String body) {
        try {
            return (ObjectNode) JsonUtils.getObjectReader().readTree(body);
        } catch (JsonProcessingException broken) {
            throw new IllegalStateException("a stored resource is not readable; start over with --fresh", broken);
        }
    }

    synchronized void save(List<Stored> resources) {
        try (PreparedStatement merge =
                connection.prepareStatement("merge into resource (tenant, type, id, body) values (?, ?, ?, ?)")) {
            for (Stored resource : resources) {
                merge.setString(1, resource.tenant());
                merge.setString(2, resource.type());
                merge.setString(3, resource.id());
                merge.setString(4, resource.body().toString());
                merge.addBatch();
            }
            merge.executeBatch();
        } catch (SQLException failed) {
            throw new IllegalStateException("the stand-in could not keep its state", failed);
        }
    }

    synchronized void remove(String tenant, String type, String id) {
        try (PreparedStatement delete =
                connection.prepareStatement("delete from resource where tenant = ? and type = ? and id = ?")) {
            delete.setString(1, tenant);
            delete.setString(2, type);
            delete.setString(3, id);
            delete.executeUpdate();
        } catch (SQLException failed) {
            throw new IllegalStateException("the stand-in could not keep its state", failed);
        }
    }

    @Override
    public void close() throws SQLException {
        connection.close();
    }
}
