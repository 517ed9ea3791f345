package wexa.server.inbound;

import jakarta.servlet.http.HttpServletRequest;
import java.io.IOException;
import java.net.URI;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import org.jspecify.annotations.Nullable;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.http.HttpStatus;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.ExceptionHandler;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PatchMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestHeader;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;
import wexa.connect.inbound.Discovery;
import wexa.connect.inbound.ScimFault;
import wexa.connect.inbound.UserDocuments;
import wexa.server.web.BodyLimit;
import wexa.server.wiring.Settings;

/** SCIM 2.0 for programs that push people (RFC 7644 3 and 4). The API's own document does not describe it: the RFC does. */
@RestController
@RequestMapping("/scim/v2")
class ScimController {
    private static final Logger LOG = LoggerFactory.getLogger(ScimController.class);
    private static final MediaType SCIM = MediaType.parseMediaType("application/scim+json");
    private static final int LARGEST_BODY = 1 << 20;

    private final PushedUsers users;
    private final Settings settings;

    ScimController(PushedUsers users, Settings settings) {
        this.users = users;
        this.settings = settings;
    }

    @GetMapping("/ServiceProviderConfig")
    ResponseEntity<byte[]> config() {
        return answer(200, Discovery.SERVICE_PROVIDER_CONFIG.document(base()));
    }

    @GetMapping("/ResourceTypes")
    ResponseEntity<byte[]> resourceTypes() {
        return answer(200, Discovery.RESOURCE_TYPES.document(base()));
    }

    @GetMapping("/Schemas")
    ResponseEntity<byte[]> schemas() {
        return answer(200, Discovery.SCHEMAS.document(base()));
    }

    /** Paging by RFC 7644 3.4.2.4: places count from 1, a count of 0 asks for the number alone. */
    @GetMapping("/Users")
    ResponseEntity<byte[]> list(
            @AuthenticationPrincipal Program by,
            @RequestParam(required = false) @Nullable String filter,
            @RequestParam(defaultValue = "1") long startIndex,
            @RequestParam(defaultValue = "100") int count)
            throws ScimFault {
        String base = base();
        long start = Math.max(1, startIndex);
        int most = Math.min(PushedUsers.LARGEST_PAGE, Math.max(0, count));
        PushedUsers.Stretch found = users.find(by.actor(), Optional.ofNullable(filter), start, most, base);
        List<String> written = found.users().stream()
                .map(user -> UserDocuments.write(user.user(), PushedUsers.meta(user, base)))
                .toList();
        return answer(200, UserDocuments.list(written, found.total(), start));
    }

    @PostMapping("/Users")
    ResponseEntity<byte[]> create(@AuthenticationPrincipal Program by, HttpServletRequest request)
            throws ScimFault, IOException {
        return resource(201, users.create(by.actor(), body(request)));
    }

    @GetMapping("/Users/{id}")
    ResponseEntity<byte[]> get(
            @AuthenticationPrincipal Program by,
            @PathVariable String id,
            @RequestHeader(name = "If-None-Match", required = false) @Nullable String ifNoneMatch)
            throws ScimFault {
        Pushed found = users.get(by.actor(), id(id));
        UserDocuments.Meta meta = PushedUsers.meta(found, base());
        return meta.tag().equals(ifNoneMatch)
                ? ResponseEntity.status(HttpStatus.NOT_MODIFIED)
                        .eTag(meta.tag())
                        .build()
                : resource(200, found);
    }

    @PutMapping("/Users/{id}")
    ResponseEntity<byte[]> replace(
            @AuthenticationPrincipal Program by,
            @PathVariable String id,
            @RequestHeader(name = "If-Match", required = false) @Nullable String ifMatch,
            HttpServletRequest request)
            throws ScimFault, IOException {
        return resource(200, users.replace(by.actor(), id(id), Optional.ofNullable(ifMatch), body(request)));
    }

    @PatchMapping("/Users/{id}")
    ResponseEntity<byte[]> patch(
            @AuthenticationPrincipal Program by,
            @PathVariable String id,
            @RequestHeader(name = "If-Match", required = false) @Nullable String ifMatch,
            HttpServletRequest request)
            throws ScimFault, IOException {
        return resource(200, users.patch(by.actor(), id(id), Optional.ofNullable(ifMatch), body(request)));
    }

    @DeleteMapping("/Users/{id}")
    ResponseEntity<byte[]> delete(
            @AuthenticationPrincipal Program by,
            @PathVariable String id,
            @RequestHeader(name = "If-Match", required = false) @Nullable String ifMatch)
            throws ScimFault {
        users.delete(by.actor(), id(id), Optional.ofNullable(ifMatch));
        return ResponseEntity.noContent().build();
    }

    @RequestMapping("/**")
    ResponseEntity<byte[]> nothing(HttpServletRequest request) throws ScimFault {
        throw new ScimFault(
                404,
                "",
                "There is nothing at " + request.getRequestURI() + "; there are Users and the three of discovery.");
    }

    @ExceptionHandler
    ResponseEntity<byte[]> refused(ScimFault fault) {
        return answer(fault.status(), fault.body());
    }

    @ExceptionHandler
    ResponseEntity<byte[]> unexpected(Exception failure) {
        if (failure instanceof org.springframework.web.method.annotation.MethodArgumentTypeMismatchException wrong) {
            return refused(new ScimFault(400, "invalidValue", wrong.getName() + " must be a number."));
        }
        if (failure instanceof BodyLimit.ExceededException exceeded) {
            return refused(new ScimFault(exceeded.status(), "", String.valueOf(exceeded.getMessage())));
        }
        LOG.error("SCIM request failed", failure);
        return refused(new ScimFault(500, "", "Something went wrong here. Send the request again."));
    }

    /** By the settings, and not by what a request says of the host. */
    private String base() {
        return settings.publicUrl().toString().replaceAll("/+$", "") + "/scim/v2";
    }

    private static UUID id(String text) throws ScimFault {
        try {
            return UUID.fromString(text);
        } catch (IllegalArgumentException notAnId) {
            throw new ScimFault(404, "", "There is no user " + text + ".");
        }
    }

    private static String body(HttpServletRequest request) throws IOException, ScimFault {
        byte[] read = request.getInputStream().readNBytes(LARGEST_BODY + 1);
        if (read.length > LARGEST_BODY) {
            throw new ScimFault(413, "", "A request has at most " + LARGEST_BODY + " bytes.");
        }
        return new String(read, StandardCharsets.UTF_8);
    }

    private ResponseEntity<byte[]> resource(int status, Pushed pushed) {
        UserDocuments.Meta meta = PushedUsers.meta(pushed, base());
        return ResponseEntity.status(status)
                .contentType(SCIM)
                .eTag(meta.tag())
                .location(URI.create(meta.location()))
                .body(UserDocuments.write(pushed.user(), meta).getBytes(StandardCharsets.UTF_8));
    }

    private static ResponseEntity<byte[]> answer(int status, String body) {
        return ResponseEntity.status(status).contentType(SCIM).body(body.getBytes(StandardCharsets.UTF_8));
    }
}
