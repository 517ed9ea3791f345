package wexa.server.stored;

import static org.assertj.core.api.Assertions.assertThat;

import java.sql.Connection;
import javax.sql.DataSource;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import wexa.server.testing.Cast;

/** The store's tests run on the store that they were asked to run on. */
@Tag("store")
class StoreKindTest {
    @Test
    void isTheOneThatWasAskedFor() throws Exception {
        boolean isPostgres = "postgresql".equals(System.getProperty("wexa.test.store"));
        try (Connection connection = Cast.shared().bean(DataSource.class).getConnection()) {
            assertThat(connection.getMetaData().getDatabaseProductName()).isEqualTo(isPostgres ? "PostgreSQL" : "H2");
        }
    }
}
