package wexa.server;

import org.springframework.boot.SpringApplication;
import org.springframework.boot.autoconfigure.SpringBootApplication;
import org.springframework.boot.context.properties.ConfigurationPropertiesScan;
import org.springframework.data.jpa.repository.config.EnableJpaRepositories;
import wexa.server.database.PlainQueries;

/** Starts the server. */
@SpringBootApplication
@ConfigurationPropertiesScan
@EnableJpaRepositories(considerNestedRepositories = true, queryEnhancerSelector = PlainQueries.class)
public class WexaServer {
    public static void main(String[] arguments) {
        SpringApplication.run(WexaServer.class, arguments);
    }
}
