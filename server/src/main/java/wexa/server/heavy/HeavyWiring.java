package wexa.server.heavy;

import org.springframework.boot.tomcat.servlet.TomcatServletWebServerFactory;
import org.springframework.boot.web.server.WebServerFactoryCustomizer;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;

@Configuration(proxyBeanMethods = false)
class HeavyWiring {
    @Bean
    WebServerFactoryCustomizer<TomcatServletWebServerFactory> presence() {
        return factory -> factory.addEngineValves(new Presence());
    }
}
