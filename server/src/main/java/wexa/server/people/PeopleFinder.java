package wexa.server.people;

import java.time.Instant;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.UUID;
import org.apache.commons.text.similarity.LevenshteinDistance;
import wexa.core.governance.Reached;
import wexa.core.model.Account;
import wexa.core.model.Kind;
import wexa.core.model.Model;
import wexa.core.model.Person;
import wexa.core.model.Tenant;
import wexa.core.preview.Snapshot;
import wexa.core.value.Id;
import wexa.server.rights.Act;
import wexa.server.rights.Actor;
import wexa.server.rights.Over;
import wexa.server.rights.Requires;
import wexa.server.rights.UseCases;
import wexa.server.snapshot.SnapshotStore;
import wexa.server.wiring.BusinessClock;

/**
 * Finds a few people by what somebody has of them: a user name in a tenant, a staff number, an address, a name, or a name that
 * is not spelled right.
 */
@UseCases
public class PeopleFinder {
    private static final int MOST = 8;
    /** Where fewer are found as typed, similar names are looked for. */
    private static final int FEW = 3;

    private static final int SHORTEST_MISSPELLED = 4;
    private static final int LONG_WORD = 7;
    private static final int MOST_SPELLINGS = 6;

    private final SnapshotStore snapshots;
    private final PersonRows rows;
    private final BusinessClock clock;

    PeopleFinder(SnapshotStore snapshots, PersonRows rows, BusinessClock clock) {
        this.snapshots = snapshots;
        this.rows = rows;
        this.clock = clock;
    }

    /**
     * @param how what was found where the row does not show it: a user name with its tenant, or that the name is similar; else
     *     empty
     */
    public record FoundPerson(PersonRow row, String how) {}

    /**
     * Those whom the text names exactly, then those whose row has all of its words, then those with a similar name: one letter
     * wrong, missing or too many in a word of four letters or more, two from seven letters on. People and tenants that are not
     * seen find nobody. Costs the distinct words of all names where similar ones are looked for.
     */
    @Requires(value = Act.LOOK, over = Over.SIGHT)
    public List<FoundPerson> find(Actor actor, String text) {
        Snapshot snapshot = snapshots.current();
        Instant now = clock.now();
        Map<UUID, FoundPerson> found = new LinkedHashMap<>();
        String wanted = text.strip();
        if (wanted.isEmpty()) {
            return List.of();
        }
        addExact(actor, wanted, snapshot, now, found);
        rows.search(snapshot, wanted, actor.sight(), now, 0, MOST)
                .rows()
                .forEach(row -> found.putIfAbsent(row.id(), new FoundPerson(row, "")));
        if (found.size() < FEW) {
            for (String spelling : spellings(wanted, rows.nameWords(snapshot, now))) {
                rows.search(snapshot, spelling, actor.sight(), now, 0, MOST)
                        .rows()
                        .forEach(row -> found.putIfAbsent(row.id(), new FoundPerson(row, "similar name")));
            }
        }
        return found.values().stream().limit(MOST).toList();
    }

    private void addExact(Actor actor, String text, Snapshot snapshot, Instant now, Map<UUID, FoundPerson> found) {
        Model model = snapshot.model();
        for (Id<Person> id : PastedPeople.named(text, model, actor.sight())) {
            if (Reached.isSeen(actor.sight(), model, id, now)) {
                PersonRow row = rows.row(model, model.people().get(id), now);
                found.put(row.id(), new FoundPerson(row, userName(actor, text, model, id)));
            }
        }
    }

    private static String userName(Actor actor, String text, Model model, Id<Person> person) {
        List<String> tenants = new ArrayList<>();
        for (Tenant tenant : model.tenants().stream().toList()) {
            boolean isTheirs = actor.sight().covers(tenant.id())
                    && model
                            .table(Kind.ACCOUNT)
                            .by(Account.BY_USER_NAME, Account.uniqueName(tenant.id(), text))
                            .stream()
                            .anyMatch(account ->
                                    account.person().filter(person::equals).isPresent());
            if (isTheirs) {
                tenants.add(model.title(tenant));
            }
        }
        return tenants.isEmpty() ? "" : text + " in " + String.join(", ", tenants);
    }

    /** The text with one word after the other replaced by similar words that names have, the nearest first. */
    static List<String> spellings(String text, Set<String> known) {
        List<String> all = new ArrayList<>(List.of(""));
        for (String word : PersonRows.words(text)) {
            List<String> next = new ArrayList<>();
            for (String similar : similar(word, known)) {
                for (String before : all) {
                    next.add(before.isEmpty() ? similar : before + " " + similar);
                }
            }
            all = next.size() > MOST_SPELLINGS ? next.subList(0, MOST_SPELLINGS) : next;
        }
        return all;
    }

    private static List<String> similar(String word, Set<String> known) {
        if (word.length() < SHORTEST_MISSPELLED || known.contains(word)) {
            return List.of(word);
        }
        int most = word.length() < LONG_WORD ? 1 : 2;
        LevenshteinDistance distance = new LevenshteinDistance(most);
        Map<String, Integer> near = new LinkedHashMap<>();
        for (String one : known) {
            int apart = Math.abs(one.length() - word.length()) > most ? -1 : distance.apply(word, one);
            if (apart >= 0) {
                near.put(one, apart);
            }
        }
        List<String> sorted = near.entrySet().stream()
                .sorted(Map.Entry.<String, Integer>comparingByValue().thenComparing(Map.Entry.comparingByKey()))
                .map(Map.Entry::getKey)
                .limit(MOST_SPELLINGS)
                .toList();
        return sorted.isEmpty() ? List.of(word) : sorted;
    }
}
