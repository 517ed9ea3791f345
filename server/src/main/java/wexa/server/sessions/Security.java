package wexa.server.sessions;

import jakarta.servlet.DispatcherType;
import java.util.List;
import java.util.Optional;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.http.HttpMethod;
import org.springframework.http.HttpStatus;
import org.springframework.security.authentication.AuthenticationManager;
import org.springframework.security.config.annotation.web.builders.HttpSecurity;
import org.springframework.security.core.Authentication;
import org.springframework.security.core.context.SecurityContextHolder;
import org.springframework.security.crypto.argon2.Argon2PasswordEncoder;
import org.springframework.security.crypto.password.PasswordEncoder;
import org.springframework.security.web.SecurityFilterChain;
import org.springframework.security.web.access.intercept.AuthorizationFilter;
import org.springframework.security.web.authentication.HttpStatusEntryPoint;
import org.springframework.security.web.context.HttpSessionSecurityContextRepository;
import org.springframework.security.web.context.SecurityContextRepository;
import org.springframework.security.web.csrf.CookieCsrfTokenRepository;
import org.springframework.security.web.header.writers.ReferrerPolicyHeaderWriter.ReferrerPolicy;
import org.springframework.web.method.support.HandlerMethodArgumentResolver;
import org.springframework.web.servlet.config.annotation.WebMvcConfigurer;
import wexa.server.problems.Problem;
import wexa.server.rights.Actor;
import wexa.server.wiring.Settings;

/** Who gets in: everything under /api needs a session, but for signing in; pages and their parts are public. */
@Configuration(proxyBeanMethods = false)
class Security {
    private static final String CONTENT_POLICY = "default-src 'self'; img-src 'self' data:; style-src 'self'"
            // The one rule that the widgets' library adds to the page by itself.
            + " 'sha256-38RhXrc7EdReTKsOm23ZPOCUgniTUUcjky8QOOrQx6o=';"
            + " frame-ancestors 'none'; base-uri 'none'; form-action 'self'; object-src 'none'";

    @Bean
    SecurityFilterChain chain(
            HttpSecurity http, SecurityContextRepository contexts, OpenSessions sessions, Settings settings)
            throws Exception {
        return http.authorizeHttpRequests(
                        requests -> requests.dispatcherTypeMatchers(DispatcherType.ERROR, DispatcherType.ASYNC)
                                .permitAll()
                                .requestMatchers("/error")
                                .denyAll()
                                .requestMatchers(HttpMethod.GET, "/api/v1/session")
                                .permitAll()
                                .requestMatchers(HttpMethod.POST, "/api/v1/session")
                                .permitAll()
                                .requestMatchers("/api/v1/first")
                                .permitAll()
                                .requestMatchers(
                                        HttpMethod.POST,
                                        "/api/v1/activations",
                                        "/api/v1/activations/look",
                                        "/api/v1/invitations",
                                        "/api/v1/invitations/look")
                                .permitAll()
                                .requestMatchers("/api/**")
                                .authenticated()
                                .requestMatchers("/actuator/health")
                                .permitAll()
                                .requestMatchers(HttpMethod.GET, "/**")
                                .permitAll()
                                .anyRequest()
                                .denyAll())
                .csrf(csrf -> csrf.spa().csrfTokenRepository(tokens(settings)))
                .addFilterBefore(new SessionGuard(sessions), AuthorizationFilter.class)
                .securityContext(context -> context.securityContextRepository(contexts))
                .exceptionHandling(failures ->
                        failures.authenticationEntryPoint(new HttpStatusEntryPoint(HttpStatus.UNAUTHORIZED)))
                .headers(headers -> headers.contentSecurityPolicy(policy -> policy.policyDirectives(CONTENT_POLICY))
                        .referrerPolicy(policy -> policy.policy(ReferrerPolicy.SAME_ORIGIN))
                        .frameOptions(frames -> frames.deny())
                        .httpStrictTransportSecurity(strict -> strict.requestMatcher(any -> settings.isEncrypted())
                                .includeSubDomains(false)))
                .formLogin(form -> form.disable())
                .httpBasic(basic -> basic.disable())
                .logout(logout -> logout.disable())
                .requestCache(cache -> cache.disable())
                .build();
    }

    @Bean
    SecurityContextRepository securityContexts() {
        return new HttpSessionSecurityContextRepository();
    }

    /** Signing in is our own; nothing else authenticates. */
    @Bean
    AuthenticationManager noOtherWayIn() {
        return authentication -> {
            throw new org.springframework.security.authentication.BadCredentialsException("sign in at /api/v1/session");
        };
    }

    /** Argon2id (RFC 9106) with 19 MiB, 2 passes, 1 lane: the least that is recommended for interactive sign-in. */
    @Bean
    static PasswordEncoder passwords() {
        return new Argon2PasswordEncoder(16, 32, 1, 19_456, 2);
    }

    /** Hands the signed-in administrator to controllers that ask for an {@link Actor}. */
    @Bean
    WebMvcConfigurer actors(Admission admission) {
        return new WebMvcConfigurer() {
            @Override
            public void addArgumentResolvers(List<HandlerMethodArgumentResolver> resolvers) {
                resolvers.add(new ActorResolver(admission));
            }
        };
    }

    static Actor signedIn() {
        return known().orElseThrow(Security::signedOut);
    }

    /** Who the session says, if anybody is signed in. */
    static Optional<Actor> known() {
        Authentication authentication = SecurityContextHolder.getContext().getAuthentication();
        return authentication != null && authentication.getPrincipal() instanceof Actor actor
                ? Optional.of(actor)
                : Optional.empty();
    }

    /** Readable by the page, which sends it back; over encrypted connections only where there are such. */
    private static CookieCsrfTokenRepository tokens(Settings settings) {
        CookieCsrfTokenRepository tokens = CookieCsrfTokenRepository.withHttpOnlyFalse();
        tokens.setCookieCustomizer(
                cookie -> cookie.secure(settings.isEncrypted()).sameSite("Strict"));
        return tokens;
    }

    static Problem signedOut() {
        return new Problem(401, "signed-out", "You are signed out. Sign in again.");
    }
}
