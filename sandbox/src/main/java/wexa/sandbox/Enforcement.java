package wexa.sandbox;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.time.Clock;
import java.time.Instant;
import java.util.HashSet;
import java.util.Optional;
import java.util.Set;

/** The tenant's own decision whether a user may do something: written anew, from what the tenant holds and nothing else. */
final class Enforcement {
    private final TenantState tenant;
    private final Clock clock;

    Enforcement(TenantState tenant, Clock clock) {
        this.tenant = tenant;
        this.clock = clock;
    }

    /** A decision and, for a no, the tenant's word why. */
    record Decision(boolean permitted, String reason) {}

    Decision decide(String userName, String type, String action, String area) {
        Optional<ObjectNode> user = tenant.kept("Users").stream()
                .filter(one -> one.path("userName").asText().equalsIgnoreCase(userName))
                .findFirst();
        if (user.isEmpty()) {
            return new Decision(false, "no such user");
        }
        if (!user.get().path("active").asBoolean(false)) {
            return new Decision(false, "the account is not active");
        }
        String permission = tenant.settings().path("app").asText() + ":" + type + ":" + action;
        if (!isGranted(user.get(), permission, area)) {
            return new Decision(false, "no role gives it there");
        }
        return hasSeatFor(user.get(), permission)
                ? new Decision(true, "")
                : new Decision(false, "the seat does not carry it");
    }

    private boolean isGranted(ObjectNode user, String permission, String area) {
        Set<String> holders = new HashSet<>(Set.of(user.get("id").asText()));
        for (ObjectNode group : tenant.kept("Groups")) {
            for (JsonNode member : group.path("members")) {
                if (member.path("value").equals(user.get("id"))) {
                    holders.add(group.get("id").asText());
                }
            }
        }
        for (ObjectNode assignment : tenant.kept("Assignments")) {
            boolean concerns =
                    holders.contains(assignment.path("subject").path("value").asText());
            if (concerns
                    && isValid(assignment)
                    && reaches(assignment.path("area").asText(""), area)
                    && roleGives(assignment.path("role").path("value").asText(), permission)) {
                return true;
            }
        }
        return false;
    }

    private boolean isValid(ObjectNode assignment) {
        String until = assignment.path("validUntil").asText("");
        return until.isEmpty() || clock.instant().isBefore(Instant.parse(until));
    }

    private boolean reaches(String given, String asked) {
        if (given.isEmpty()) {
            return true;
        }
        String at = asked;
        for (int height = 0; height < 100 && !at.isEmpty(); height++) {
            if (at.equals(given)) {
                return true;
            }
            at = parentOf(at);
        }
        return false;
    }

    private String parentOf(String area) {
        return tenant.kept("Areas").stream()
                .filter(one -> one.path("key").asText().equals(area))
                .map(one -> one.path("parent").asText(""))
                .findFirst()
                .orElse("");
    }

    private boolean roleGives(String role, String permission) {
        for (ObjectNode one : tenant.kept("Roles")) {
            if (one.path("id").asText().equals(role)) {
                for (JsonNode given : one.path("permissions")) {
                    if (given.asText().equals(permission)) {
                        return true;
                    }
                }
            }
        }
        return false;
    }

    private boolean hasSeatFor(ObjectNode user, String permission) {
        boolean carried = false;
        for (JsonNode kind : tenant.settings().path("seatKinds")) {
            for (JsonNode carries : kind.path("carries")) {
                if (carries.asText().equals(permission)) {
                    carried = true;
                    if (TenantState.hasSeat(user, kind.path("key").asText())) {
                        return true;
                    }
                }
            }
        }
        return !carried;
    }
}
