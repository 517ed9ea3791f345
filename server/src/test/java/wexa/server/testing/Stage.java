package wexa.server.testing;

import java.io.IOException;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.stream.Stream;
import org.springframework.boot.SpringApplication;
import org.springframework.boot.builder.SpringApplicationBuilder;
import org.springframework.context.ConfigurableApplicationContext;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;
import wexa.demo.ScenarioFiles;
import wexa.sandbox.Directories;
import wexa.sandbox.StandIns;
import wexa.server.WexaServer;

/** A server with the demo scenario and its stand-ins, all on free loopback ports, in a folder of its own. */
public final class Stage implements AutoCloseable {
    private static final int SLOW_MILLIS = 50;
    private static final Instant OPENS = Instant.parse("2026-11-23T08:00:00Z");

    private final Path folder;
    private Duration offset;
    private final List<String> options;
    private int smtpPort;
    private StandIns standIns;
    private Directories directories;
    private ConfigurableApplicationContext server;

    public Stage(Path folder, String... options) throws Exception {
        this.folder = folder;
        this.offset = Duration.between(Instant.now(), OPENS);
        this.options = List.of(options);
        ScenarioFiles.write(folder.resolve("source"));
        hurry(folder.resolve("source/tenants"));
        Files.copy(folder.resolve("source/tenants.json"), folder.resolve("tenants.json"));
        startStandIns(0);
        directories = new Directories(folder.resolve("source"), 0);
        startServer();
    }

    /** The demo's slow tenant takes longer for each answer than a test needs to see that it is the slow one. */
    private static void hurry(Path tenants) throws IOException {
        try (Stream<Path> files = Files.list(tenants)) {
            for (Path file : (Iterable<Path>) files::iterator) {
                String text = Files.readString(file);
                Files.writeString(file, text.replaceFirst("(\"delayMillis\"\\s*:\\s*)[1-9]\\d*", "$1" + SLOW_MILLIS));
            }
        }
    }

    private void startStandIns(int port) throws Exception {
        standIns = new StandIns(
                folder.resolve("source"),
                folder.resolve("stand-ins"),
                port,
                smtpPort,
                Clock.offset(Clock.systemUTC(), offset));
        smtpPort = standIns.smtpPort();
    }

    /** Where the directories' stand-in listens. */
    public int ldapPort() {
        return directories.port();
    }

    /** Has the directories refuse every change from the login that writes. */
    public void refuseWriting(boolean isRefused) {
        directories.refuseWriting(isRefused);
    }

    public void startServer() throws IOException {
        List<String> arguments = new ArrayList<>(List.of(
                "--server.port=0",
                "--wexa.data=" + folder.toAbsolutePath().resolve("data"),
                "--wexa.clock-offset=" + offset.toSeconds() + "s",
                "--wexa.demo.source=" + folder.resolve("source"),
                "--wexa.demo.stand-ins=http://127.0.0.1:" + standIns.port(),
                "--wexa.demo.ldap-port=" + directories.port(),
                "--wexa.mail.port=" + smtpPort));
        arguments.addAll(options);
        Files.createDirectories(folder.resolve("data"));
        SpringApplication application =
                new SpringApplicationBuilder(WexaServer.class).profiles("demo").build();
        server = application.run(arguments.toArray(String[]::new));
    }

    /** From the next start of the server on its clock is ahead by so much more. */
    public void moveClock(Duration ahead) {
        offset = offset.plus(ahead);
    }

    public void stopServer() {
        server.close();
    }

    /** Stops the stand-ins; {@link #returnStandIns} brings them back on the same port with what they kept. */
    public int loseStandIns() throws Exception {
        int port = standIns.port();
        standIns.close();
        return port;
    }

    public void returnStandIns(int port) throws Exception {
        startStandIns(port);
    }

    /** Whether the clock has ticked at least once: what begins later is noticed from then on. */
    public boolean hasTicked() {
        return server.getBean(org.springframework.jdbc.core.JdbcTemplate.class)
                        .queryForObject("select count(*) from clock_tick", Integer.class)
                > 0;
    }

    /** When the clock last ticked, by the business clock. */
    public Instant lastTick() {
        return server.getBean(org.springframework.jdbc.core.JdbcTemplate.class)
                .queryForObject("select at from clock_tick", java.time.OffsetDateTime.class)
                .toInstant();
    }

    public <T> T bean(Class<T> type) {
        return server.getBean(type);
    }

    public URI address() {
        return URI.create("http://127.0.0.1:" + server.getEnvironment().getProperty("local.server.port"));
    }

    /** Where the stand-ins answer. */
    public URI standIns() {
        return URI.create("http://127.0.0.1:" + standIns.port());
    }

    /** Has a tenant misbehave for its next requests. */
    public void fault(String tenant, String kind, int times, int millis) throws IOException, InterruptedException {
        String body = "{\"kind\":\"" + kind + "\",\"times\":" + times + ",\"millis\":" + millis + "}";
        HttpRequest request = HttpRequest.newBuilder(
                        URI.create("http://127.0.0.1:" + standIns.port() + "/" + tenant + "/faults"))
                .PUT(HttpRequest.BodyPublishers.ofString(body))
                .build();
        HttpClient.newHttpClient().send(request, HttpResponse.BodyHandlers.discarding());
    }

    /** The token that the scenario gives a tenant. */
    public String token(String key) throws IOException {
        for (JsonNode one : new JsonMapper().readTree(Files.readString(folder.resolve("tenants.json")))) {
            if (one.path("key").asString().equals(key)) {
                return one.path("token").asString();
            }
        }
        throw new IllegalArgumentException("there is no tenant " + key);
    }

    /** From the next start on the demo tells the server no tokens any more: it has those that it keeps. */
    public void forgetDemoTokens() throws IOException {
        Files.writeString(folder.resolve("source/tenants.json"), "[]");
    }

    /** Does something at a tenant itself, with the token that the scenario gives it. */
    public HttpResponse<String> tenant(String key, String method, String path, String body)
            throws IOException, InterruptedException {
        return tenantAt(key, method, "scim/v2/" + path, body);
    }

    /** The same at any path of the tenant. */
    public HttpResponse<String> tenantAt(String key, String method, String path, String body)
            throws IOException, InterruptedException {
        HttpRequest request = HttpRequest.newBuilder(
                        URI.create("http://127.0.0.1:" + standIns.port() + "/" + key + "/" + path))
                .header("Authorization", "Bearer " + token(key))
                .header("Content-Type", "application/scim+json")
                .method(method, HttpRequest.BodyPublishers.ofString(body))
                .build();
        return HttpClient.newHttpClient().send(request, HttpResponse.BodyHandlers.ofString());
    }

    @Override
    public void close() throws Exception {
        server.close();
        directories.close();
        standIns.close();
    }
}
