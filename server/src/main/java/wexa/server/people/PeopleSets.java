package wexa.server.people;

import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import org.springframework.stereotype.Component;
import wexa.core.access.PersonSet;
import wexa.core.governance.Reach;
import wexa.core.model.Account;
import wexa.core.model.Assignment;
import wexa.core.model.Group;
import wexa.core.model.Kind;
import wexa.core.model.Model;
import wexa.core.model.Person;
import wexa.core.model.Role;
import wexa.core.model.Subject;
import wexa.core.model.Tenant;
import wexa.core.preview.Snapshot;
import wexa.core.value.Id;

/** Who is in each group, has each role, and has an account in each tenant: kept for a minute, while the model is the same. */
@Component
class PeopleSets {
    private static final Duration KEPT_FOR = Duration.ofMinutes(1);

    private final Map<String, Kept> kept = new ConcurrentHashMap<>();

    private record Kept(long version, Instant at, Map<String, PersonSet> values) {
        boolean fits(Snapshot snapshot, Instant now) {
            return version == snapshot.version() && !now.isBefore(at) && now.isBefore(at.plus(KEPT_FOR));
        }
    }

    /** By all values of a part of the filter, as far as their tenants are seen. */
    Map<String, PersonSet> all(String part, Snapshot snapshot, Instant at, Reach sight) {
        if (!sight.isEverywhere()) {
            return of(part, Optional.empty(), snapshot, at, sight);
        }
        Kept known = kept.get(part);
        if (known == null || !known.fits(snapshot, at)) {
            known = new Kept(snapshot.version(), at, of(part, Optional.empty(), snapshot, at, sight));
            kept.put(part, known);
        }
        return known.values();
    }

    /** By some values of a part of the filter. Costs these. */
    Map<String, PersonSet> some(String part, Set<String> keys, Snapshot snapshot, Instant at, Reach sight) {
        Kept known = kept.get(part);
        return sight.isEverywhere() && known != null && known.fits(snapshot, at)
                ? known.values()
                : of(part, Optional.of(keys), snapshot, at, sight);
    }

    private static Map<String, PersonSet> of(
            String part, Optional<Set<String>> only, Snapshot snapshot, Instant at, Reach sight) {
        return switch (part) {
            case "group" -> groups(only, snapshot, at);
            case "role" -> roles(only, snapshot, at, sight);
            case "account" -> accounts(only, snapshot, sight);
            default -> throw new IllegalArgumentException("no sets of people are known by " + part);
        };
    }

    private static Map<String, PersonSet> groups(Optional<Set<String>> only, Snapshot snapshot, Instant at) {
        Map<String, PersonSet> found = new HashMap<>();
        for (Group group : snapshot.model().groups().stream().toList()) {
            String key = group.id().toString();
            if (only.isEmpty() || only.get().contains(key)) {
                found.put(key, snapshot.index().membersOf(group.id(), at));
            }
        }
        return found;
    }

    private static Map<String, PersonSet> roles(
            Optional<Set<String>> only, Snapshot snapshot, Instant at, Reach sight) {
        Model model = snapshot.model();
        Map<String, Set<Subject>> subjects = new HashMap<>();
        for (Role role : model.roles().stream().toList()) {
            String key = role.id().toString();
            if (only.isEmpty() || only.get().contains(key)) {
                Set<Subject> given = subjects.computeIfAbsent(key, any -> new HashSet<>());
                model.table(Kind.ASSIGNMENT).by(Assignment.BY_ROLE, role.id()).stream()
                        .filter(one -> sight.covers(one.tenant()))
                        .filter(one -> one.effective(model)
                                .filter(window -> window.contains(at))
                                .isPresent())
                        .forEach(one -> given.add(one.subject()));
            }
        }
        model.table(Kind.MAPPING).forEach(mapping -> {
            Set<Subject> given = subjects.get(mapping.role().toString());
            if (given != null && sight.covers(mapping.tenant())) {
                given.add(new Subject.OfGroup(mapping.directoryGroup()));
            }
        });
        Map<String, PersonSet> found = new HashMap<>();
        subjects.forEach((key, given) -> found.put(key, snapshot.index().peopleOf(given, at)));
        return found;
    }

    private static Map<String, PersonSet> accounts(Optional<Set<String>> only, Snapshot snapshot, Reach sight) {
        Model model = snapshot.model();
        PersonSet everybody =
                snapshot.index().setOf(model.people().stream().map(Person::id).toList());
        Map<String, PersonSet> found = new HashMap<>();
        for (Tenant tenant : model.tenants().stream().toList()) {
            String key = tenant.id().toString();
            boolean isAsked = only.isEmpty() || only.get().stream().anyMatch(one -> one.startsWith(key));
            if (!isAsked || !sight.covers(tenant.id())) {
                continue;
            }
            List<Id<Person>> open = new ArrayList<>();
            List<Id<Person>> closed = new ArrayList<>();
            for (Account account : model.table(Kind.ACCOUNT).by(Account.BY_TENANT, tenant.id())) {
                account.person().ifPresent((account.isOpen() ? open : closed)::add);
            }
            PersonSet having = snapshot.index().setOf(open);
            PersonSet had = snapshot.index().setOf(closed);
            found.put(key + ":OPEN", having);
            found.put(key + ":CLOSED", had);
            found.put(key + ":NONE", everybody.without(having).without(had));
        }
        return found;
    }
}
