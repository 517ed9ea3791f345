package wexa.server.web;

import jakarta.servlet.DispatcherType;
import java.util.EnumSet;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import org.apache.catalina.valves.RemoteIpValve;
import org.springframework.boot.availability.ApplicationAvailability;
import org.springframework.boot.tomcat.servlet.TomcatServletWebServerFactory;
import org.springframework.boot.web.server.WebServerFactoryCustomizer;
import org.springframework.boot.web.servlet.FilterRegistrationBean;
import org.springframework.boot.web.servlet.ServletContextInitializer;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.core.Ordered;
import wexa.server.wiring.Settings;

/** What the web server takes, and from whom: bounded bodies, secure cookies, and the word of proxies that are named. */
@Configuration(proxyBeanMethods = false)
class Doors {
    @Bean
    FilterRegistrationBean<BodyLimit> bodyLimit() {
        FilterRegistrationBean<BodyLimit> registration = new FilterRegistrationBean<>(new BodyLimit());
        registration.setOrder(Ordered.HIGHEST_PRECEDENCE);
        registration.setDispatcherTypes(EnumSet.of(DispatcherType.REQUEST));
        return registration;
    }

    @Bean
    FilterRegistrationBean<WellFormed> wellFormed() {
        FilterRegistrationBean<WellFormed> registration = new FilterRegistrationBean<>(new WellFormed());
        registration.setOrder(Ordered.HIGHEST_PRECEDENCE);
        return registration;
    }

    @Bean
    FilterRegistrationBean<NotBeforeReady> notBeforeReady(ApplicationAvailability availability) {
        FilterRegistrationBean<NotBeforeReady> registration =
                new FilterRegistrationBean<>(new NotBeforeReady(availability));
        registration.setOrder(Ordered.HIGHEST_PRECEDENCE + 1);
        return registration;
    }

    /** Without a named proxy, whatever a request says of whom it was forwarded for is passed by (RFC 7239 8.1). */
    @Bean
    WebServerFactoryCustomizer<TomcatServletWebServerFactory> proxies(Settings settings) {
        return factory -> {
            if (!settings.proxies().isEmpty()) {
                RemoteIpValve valve = new RemoteIpValve();
                valve.setInternalProxies(
                        settings.proxies().stream().map(Pattern::quote).collect(Collectors.joining("|")));
                valve.setRemoteIpHeader("X-Forwarded-For");
                valve.setProtocolHeader("X-Forwarded-Proto");
                factory.addEngineValves(valve);
            }
        };
    }

    @Bean
    ServletContextInitializer secureSessionCookie(Settings settings) {
        return context -> context.getSessionCookieConfig().setSecure(settings.isEncrypted());
    }
}
