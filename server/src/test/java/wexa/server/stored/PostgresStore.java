package wexa.server.stored;

import java.nio.file.Path;
import java.util.HashMap;
import java.util.Map;
import org.springframework.boot.EnvironmentPostProcessor;
import org.springframework.boot.SpringApplication;
import org.springframework.core.env.ConfigurableEnvironment;
import org.springframework.core.env.MapPropertySource;

/**
 * With {@code -Dwexa.test.store=postgresql} each server that a test starts keeps its records in a database of PostgreSQL in place
 * of a file of H2: one for each data folder, so that a server that is started again finds what it kept.
 */
public final class PostgresStore implements EnvironmentPostProcessor {
    private static final boolean IS_ASKED_FOR = "postgresql".equals(System.getProperty("wexa.test.store"));
    private static final Map<Path, String> DATABASES = new HashMap<>();

    private static PostgresCluster cluster;

    @Override
    public void postProcessEnvironment(ConfigurableEnvironment environment, SpringApplication application) {
        if (IS_ASKED_FOR) {
            Path folder = Path.of(environment.getRequiredProperty("wexa.data")).toAbsolutePath();
            environment.getPropertySources().addFirst(new MapPropertySource("PostgreSQL for tests", settings(folder)));
        }
    }

    private static synchronized Map<String, Object> settings(Path folder) {
        if (cluster == null) {
            cluster = PostgresCluster.start();
        }
        String database = DATABASES.get(folder);
        if (database == null) {
            database = "wexa" + DATABASES.size();
            cluster.create(database);
            DATABASES.put(folder, database);
        }
        return Map.of(
                "spring.datasource.url", cluster.url(database),
                "spring.datasource.username", cluster.user(),
                "spring.datasource.password", cluster.password());
    }
}
