package wexa.server.wiring;

import java.net.http.HttpClient;
import java.security.SecureRandom;
import java.time.Clock;
import java.time.Duration;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;

/** Clocks, randomness and the HTTP client. */
@Configuration(proxyBeanMethods = false)
class Wiring {
    private static final Duration CONNECT_LIMIT = Duration.ofSeconds(3);

    @Bean
    Clock machineClock() {
        return Clock.systemUTC();
    }

    @Bean
    BusinessClock businessClock(Clock machineClock, Settings settings) {
        return new BusinessClock(Clock.offset(machineClock, settings.clockOffset()));
    }

    @Bean
    HttpClient httpClient() {
        return HttpClient.newBuilder()
                .connectTimeout(CONNECT_LIMIT)
                .version(HttpClient.Version.HTTP_1_1)
                .build();
    }

    @Bean
    SecureRandom secureRandom() {
        return new SecureRandom();
    }
}
