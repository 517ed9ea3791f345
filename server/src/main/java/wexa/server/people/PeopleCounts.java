package wexa.server.people;

import java.time.Instant;
import java.util.List;
import java.util.Set;
import java.util.UUID;
import org.springframework.stereotype.Component;
import org.springframework.util.LinkedMultiValueMap;
import org.springframework.util.MultiValueMap;
import org.springframework.web.util.UriComponentsBuilder;
import org.springframework.web.util.UriUtils;
import wexa.core.preview.Snapshot;
import wexa.server.problems.Problem;
import wexa.server.rights.Actor;
import wexa.server.snapshot.SnapshotStore;
import wexa.server.wiring.BusinessClock;

/** Counts people by a filter that was kept as text: what stands behind the question mark of the table's address. */
@Component
public class PeopleCounts {
    /** What an address may hold besides the filter. */
    private static final Set<String> SHOWN_BY = Set.of("sort", "descending", "column");

    private static final Set<String> PARTS = Set.of(
            "q", "unit", "kind", "standing", "job", "manager", "group", "role", "account", "ends", "begins", "field");

    private final SnapshotStore snapshots;
    private final PersonRows rows;
    private final PeopleSets sets;
    private final BusinessClock clock;

    PeopleCounts(SnapshotStore snapshots, PersonRows rows, PeopleSets sets, BusinessClock clock) {
        this.snapshots = snapshots;
        this.rows = rows;
        this.sets = sets;
        this.clock = clock;
    }

    /** Throws a 400 that names what cannot be read. */
    public void check(String filter) {
        PeopleFacets.check(filter(filter));
    }

    /** How many of those whom the asker sees pass now. */
    public int count(Actor actor, String filter) {
        Snapshot snapshot = snapshots.current();
        Instant now = clock.now();
        PeopleFilter read = filter(filter);
        return new PeopleFacets(snapshot, now, read, Set.of(), sets, actor.sight())
                .of(rows.lines(snapshot, read.text(), actor.sight(), now))
                .lines()
                .size();
    }

    private static PeopleFilter filter(String text) {
        MultiValueMap<String, String> parts = parts(text);
        for (String part : parts.keySet()) {
            if (!PARTS.contains(part) && !SHOWN_BY.contains(part)) {
                throw bad("“" + part + "” is no part of the filter of people. Parts are: "
                        + String.join(", ", PARTS.stream().sorted().toList()) + ".");
            }
        }
        return new PeopleFilter(
                parts.getFirst("q"),
                ids(parts, "unit"),
                parts.get("kind"),
                parts.get("standing"),
                parts.get("job"),
                ids(parts, "manager"),
                ids(parts, "group"),
                ids(parts, "role"),
                parts.get("account"),
                parts.get("ends"),
                parts.get("begins"),
                parts.get("field"));
    }

    private static MultiValueMap<String, String> parts(String text) {
        try {
            MultiValueMap<String, String> parts =
                    UriComponentsBuilder.newInstance().query(text).build().getQueryParams();
            MultiValueMap<String, String> decoded = new LinkedMultiValueMap<>();
            parts.forEach((part, values) -> values.forEach(value ->
                    decoded.add(part, value == null ? "" : UriUtils.decode(value.replace("+", " "), "UTF-8"))));
            return decoded;
        } catch (IllegalArgumentException broken) {
            throw bad("The filter cannot be read: " + broken.getMessage() + ".");
        }
    }

    private static List<UUID> ids(MultiValueMap<String, String> parts, String part) {
        return PeopleFilter.of(parts.get(part)).stream()
                .map(text -> {
                    try {
                        return UUID.fromString(text);
                    } catch (IllegalArgumentException broken) {
                        throw bad("“" + text + "” is no id; " + part + " holds ids.");
                    }
                })
                .toList();
    }

    private static Problem bad(String text) {
        return Problem.badField("filter", "unreadable", text);
    }
}
