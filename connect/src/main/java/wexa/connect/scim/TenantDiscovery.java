package wexa.connect.scim;

import com.fasterxml.jackson.databind.JsonNode;
import java.util.EnumSet;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import java.util.function.Function;
import wexa.connect.Outcome;
import wexa.core.model.Capability;

/**
 * Asks a tenant what it is: {@code /ResourceTypes}, {@code /Schemas} and {@code /ServiceProviderConfig} (RFC 7644 4), and its
 * permissions, seat kinds, tasks and areas where it has resources for them.
 */
final class TenantDiscovery {
    private static final String CONFIG = "urn:wexa:scim:schemas:extension:1.0:ServiceProviderConfig";
    private static final int FORBIDDEN = 403;
    private static final int NOT_FOUND = 404;
    private static final int NOT_IMPLEMENTED = 501;
    private static final String USER_NAME = "username";

    private final Lookup lookup;

    TenantDiscovery(Lookup lookup) {
        this.lookup = lookup;
    }

    Outcome<Announced> announced() {
        return resourceTypes()
                .then(this::withAttributes)
                .then(found -> lookup.offered("ServiceProviderConfig").then(config -> {
                    if (Resources.truth(config.path("changePassword").path("supported"), false)) {
                        found.add(Capability.PASSWORDS);
                    }
                    if (Resources.truth(config.path(CONFIG).path("liveRights").path("supported"), false)) {
                        found.add(Capability.LIVE_RIGHTS);
                    }
                    return announced(found, config);
                }));
    }

    private Outcome<Announced> announced(Set<Capability> found, JsonNode config) {
        return listed(found, Capability.SEATS, "SeatKinds")
                .then(kinds -> catalogue(found, kinds, config)
                        .then(catalogue -> listed(found, Capability.AREAS, "Areas")
                                .then(areas -> lookup.offered("Users?count=0")
                                        .map(users -> Announced.of(
                                                found,
                                                catalogue,
                                                kinds,
                                                areas,
                                                Listing.total(users).orElse(0))))));
    }

    Outcome<Catalogue> catalogue(Set<Capability> capabilities) {
        return lookup.offered("ServiceProviderConfig")
                .then(config -> listed(capabilities, Capability.SEATS, "SeatKinds")
                        .then(kinds -> catalogue(capabilities, kinds, config)));
    }

    private Outcome<Catalogue> catalogue(Set<Capability> found, List<JsonNode> kinds, JsonNode config) {
        return listed(found, Capability.ROLES, "Permissions")
                .then(permissions -> listed(found, Capability.ROLES, "Tasks")
                        .then(tasks -> listed(found, Capability.ROLES, "PermissionSets")
                                .map(sets -> Catalogue.of(
                                        new Catalogue.Listed(permissions, kinds, tasks, sets),
                                        config.path(CONFIG).path("catalogueVersion")))));
    }

    /** Whether its users have roles and entitlements; a tenant without schemas does not say so, and is not asked to keep them. */
    private Outcome<Set<Capability>> withAttributes(Set<Capability> found) {
        Outcome<JsonNode> schemas = lookup.offered("Schemas");
        if (schemas instanceof Outcome.Refused<JsonNode>) {
            return new Outcome.Done<>(found);
        }
        return schemas.map(answer -> {
            for (JsonNode schema : answer.path("Resources")) {
                if (schema.path("id").asText().equals(Resources.USER)) {
                    schema.path("attributes").forEach(attribute -> {
                        switch (attribute.path("name").asText().toLowerCase(Locale.ROOT)) {
                            case Resources.ROLES -> found.add(Capability.ROLE_VALUES);
                            case Resources.ENTITLEMENTS -> found.add(Capability.ENTITLEMENTS);
                            case USER_NAME -> {
                                if (isFixed(attribute)) {
                                    found.add(Capability.FIXED_USER_NAMES);
                                }
                            }
                            default -> {}
                        }
                    });
                }
            }
            return found;
        });
    }

    /** Those that say nothing let it be changed (RFC 7643 2.2). */
    private static boolean isFixed(JsonNode attribute) {
        String mutability = attribute.path("mutability").asText();
        return mutability.equals("immutable") || mutability.equals("readOnly");
    }

    /** All of a resource that goes with a capability; nothing where the tenant has no such resource, or shows it to nobody. */
    private Outcome<List<JsonNode>> listed(Set<Capability> found, Capability wanted, String endpoint) {
        if (!found.contains(wanted)) {
            return new Outcome.Done<>(List.of());
        }
        Outcome<List<JsonNode>> all = Listing.read(lookup::offered, endpoint, Function.identity())
                .map(whole -> List.copyOf(whole.resources().values()));
        return all instanceof Outcome.Refused<List<JsonNode>> refused && isNotOffered(refused.status())
                ? new Outcome.Done<>(List.of())
                : all;
    }

    private static boolean isNotOffered(int status) {
        return status == NOT_FOUND || status == FORBIDDEN || status == NOT_IMPLEMENTED;
    }

    private Outcome<Set<Capability>> resourceTypes() {
        return lookup.offered("ResourceTypes").map(answer -> {
            Set<Capability> found = EnumSet.noneOf(Capability.class);
            for (JsonNode type : answer.path("Resources")) {
                switch (type.path("endpoint").asText()) {
                    case "/Users" -> found.add(Capability.USERS);
                    case "/Groups" -> found.add(Capability.GROUPS);
                    case "/Areas" -> found.add(Capability.AREAS);
                    case "/Roles" -> found.add(Capability.ROLES);
                    case "/Assignments" -> found.add(Capability.ASSIGNMENTS);
                    default -> {}
                }
                type.path("schemaExtensions").forEach(extension -> {
                    if (extension.path("schema").asText().equals(Resources.SEATS)) {
                        found.add(Capability.SEATS);
                    }
                });
            }
            return found;
        });
    }
}
