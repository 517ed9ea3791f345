package wexa.server.testing;

import java.io.IOException;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Clock;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;
import wexa.demo.ScenarioFiles;
import wexa.sandbox.Directories;
import wexa.sandbox.StandIns;

/** Tenants and directories of the scenario, for a server in a process of its own; and what they answer when asked directly. */
public final class Outside implements AutoCloseable {
    private final Path folder;
    private StandIns tenants;
    private final Directories directories;
    private final JsonMapper json = new JsonMapper();
    private final HttpClient client = HttpClient.newHttpClient();

    public Outside(Path folder) throws Exception {
        this.folder = folder;
        ScenarioFiles.write(folder.resolve("source"));
        tenants = tenants(0, 0);
        directories = new Directories(folder.resolve("source"), 0);
    }

    private StandIns tenants(int port, int smtpPort) throws Exception {
        return new StandIns(
                folder.resolve("source"),
                folder.resolve("stand-ins"),
                port,
                smtpPort,
                Clock.offset(Clock.systemUTC(), ServerProcess.OFFSET));
    }

    /** Stops all tenants in the middle of whatever they do, and brings them back with what they kept; they misbehave no more. */
    public void restartTenants() throws Exception {
        int port = tenants.port();
        int smtpPort = tenants.smtpPort();
        tenants.close();
        tenants = tenants(port, smtpPort);
    }

    public ServerProcess server() throws IOException {
        return new ServerProcess(folder, tenants, directories.port());
    }

    /** Has a tenant misbehave in the way that the body says. */
    public void fault(String tenant, String body) throws IOException, InterruptedException {
        HttpRequest request = HttpRequest.newBuilder(address(tenant + "/faults"))
                .PUT(HttpRequest.BodyPublishers.ofString(body))
                .build();
        client.send(request, HttpResponse.BodyHandlers.discarding());
    }

    /** Everything of one type that a tenant has. */
    public JsonNode list(String tenant, String type) throws IOException, InterruptedException {
        HttpRequest request = HttpRequest.newBuilder(address(tenant + "/scim/v2/" + type + "?count=10000"))
                .header("Authorization", "Bearer " + token(tenant))
                .build();
        return json.readTree(client.send(request, HttpResponse.BodyHandlers.ofString())
                        .body())
                .path("Resources");
    }

    private String token(String tenant) throws IOException {
        for (JsonNode one : json.readTree(Files.readString(folder.resolve("source/tenants.json")))) {
            if (one.path("key").asString().equals(tenant)) {
                return one.path("token").asString();
            }
        }
        throw new AssertionError("the scenario has no tenant " + tenant);
    }

    private URI address(String path) {
        return URI.create("http://127.0.0.1:" + tenants.port() + "/" + path);
    }

    @Override
    public void close() throws Exception {
        try (directories) {
            tenants.close();
        }
    }
}
