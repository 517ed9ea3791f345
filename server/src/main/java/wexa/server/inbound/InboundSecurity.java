package wexa.server.inbound;

import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.core.annotation.Order;
import org.springframework.security.config.annotation.web.builders.HttpSecurity;
import org.springframework.security.config.http.SessionCreationPolicy;
import org.springframework.security.web.SecurityFilterChain;
import org.springframework.security.web.authentication.AnonymousAuthenticationFilter;

/** Programs have a door of their own: no sessions, no cookies, a key with every request. */
@Configuration(proxyBeanMethods = false)
class InboundSecurity {
    @Bean
    @Order(1)
    SecurityFilterChain inbound(HttpSecurity http, Services services) throws Exception {
        return http.securityMatcher("/scim/**")
                .authorizeHttpRequests(requests -> requests.anyRequest().authenticated())
                .addFilterBefore(new BearerFilter(services), AnonymousAuthenticationFilter.class)
                .csrf(csrf -> csrf.disable())
                .sessionManagement(sessions -> sessions.sessionCreationPolicy(SessionCreationPolicy.STATELESS))
                .formLogin(form -> form.disable())
                .httpBasic(basic -> basic.disable())
                .logout(logout -> logout.disable())
                .requestCache(cache -> cache.disable())
                .build();
    }
}
