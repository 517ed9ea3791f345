package wexa.core.importing;

import java.time.Instant;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import java.util.UUID;
import wexa.core.finding.Code;
import wexa.core.finding.Finding;
import wexa.core.intake.Entry;
import wexa.core.model.Key;
import wexa.core.model.Model;
import wexa.core.preview.Preview;
import wexa.core.preview.Snapshot;

/**
 * What a table would do, row by row, before anything is done. A row is taken whole or not at all: where one of its entries
 * cannot be, none of them is, and rows that build on it are judged without it. Costs what the rows touch.
 */
public final class DryRun {
    /** What a row would come to. */
    public enum Result {
        CREATE,
        CHANGE,
        UNCHANGED,
        REFUSED
    }

    /** One row with what it would come to, the reasons against it by field, and its entries. */
    public record Outcome(Row row, Result result, List<Finding> findings, List<Entry> entries) {}

    private final List<Outcome> outcomes;

    private DryRun(List<Outcome> outcomes) {
        this.outcomes = List.copyOf(outcomes);
    }

    /** Where the import's people are born, and when and where days begin. */
    public record Setting(UUID importId, Key home, Instant now, ZoneId zone) {}

    public static DryRun of(Snapshot snapshot, Sheet sheet, List<Row> rows, Setting setting) {
        RowEntries reader = new RowEntries(snapshot.model(), setting);
        List<List<Entry>> entries = new ArrayList<>();
        List<List<Finding>> against = new ArrayList<>();
        for (Row row : rows) {
            entries.add(row.isRagged() ? List.of() : reader.of(sheet, row));
            against.add(row.isRagged() ? List.of(Finding.of(Code.ROW_RAGGED, "")) : reader.against(sheet, row));
        }
        Judged judged;
        do {
            judged = judge(snapshot, setting, entries, against);
        } while (refusesMore(judged, entries, against));
        List<Outcome> outcomes = new ArrayList<>();
        for (int place = 0; place < rows.size(); place++) {
            List<Entry> own = entries.get(place);
            List<Finding> found = against.get(place);
            outcomes.add(
                    found.isEmpty()
                            ? new Outcome(rows.get(place), judged.result(own), judged.findings(own), own)
                            : new Outcome(rows.get(place), Result.REFUSED, found, List.of()));
        }
        return new DryRun(outcomes);
    }

    /** The entries of one row that is no part of a table, whether or not they can be carried out. */
    public static List<Entry> entriesOf(Model model, Sheet sheet, Row row, Setting setting) {
        return new RowEntries(model, setting).of(sheet, row);
    }

    private static Judged judge(
            Snapshot snapshot, Setting setting, List<List<Entry>> entries, List<List<Finding>> against) {
        List<Entry> taken = new ArrayList<>();
        for (int place = 0; place < entries.size(); place++) {
            if (against.get(place).isEmpty()) {
                taken.addAll(entries.get(place));
            }
        }
        Map<Entry.Id, Preview.Outcome> outcomes = new HashMap<>();
        Preview.of(snapshot, taken, setting.now(), setting.zone())
                .outcomes()
                .forEach(outcome -> outcomes.put(outcome.entry().id(), outcome));
        return new Judged(outcomes);
    }

    /** Notes what stands against rows that were taken so far; whether there is anything. */
    private static boolean refusesMore(Judged judged, List<List<Entry>> entries, List<List<Finding>> against) {
        boolean isMore = false;
        for (int place = 0; place < entries.size(); place++) {
            if (against.get(place).isEmpty() && !judged.areDone(entries.get(place))) {
                against.set(
                        place,
                        judged.findings(entries.get(place)).stream()
                                .filter(Finding::blocks)
                                .toList());
                isMore = true;
            }
        }
        return isMore;
    }

    /** What the preview of all rows together said of each entry. */
    private record Judged(Map<Entry.Id, Preview.Outcome> outcomes) {
        private List<Preview.Outcome> of(List<Entry> entries) {
            return entries.stream()
                    .map(Entry::id)
                    .map(outcomes::get)
                    .filter(Objects::nonNull)
                    .toList();
        }

        boolean areDone(List<Entry> entries) {
            for (Entry entry : entries) {
                Preview.Outcome outcome = outcomes.get(entry.id());
                if (outcome != null && !outcome.state().isDone()) {
                    return false;
                }
            }
            return true;
        }

        /** One finding per code and field. */
        List<Finding> findings(List<Entry> entries) {
            Set<String> said = new HashSet<>();
            return of(entries).stream()
                    .flatMap(outcome -> outcome.findings().stream())
                    .filter(finding -> said.add(finding.code() + " " + finding.path()))
                    .toList();
        }

        Result result(List<Entry> entries) {
            List<Preview.Outcome> ready = of(entries).stream()
                    .filter(outcome -> outcome.state() == Preview.State.READY)
                    .toList();
            if (ready.isEmpty()) {
                return Result.UNCHANGED;
            }
            Entry first = ready.get(0).entry();
            return first.equals(entries.get(0)) && first.isMaking() ? Result.CREATE : Result.CHANGE;
        }
    }

    public List<Outcome> outcomes() {
        return outcomes;
    }

    public int count(Result result) {
        return (int)
                outcomes.stream().filter(outcome -> outcome.result() == result).count();
    }

    /** The entries of all rows that would create or change something. */
    public List<Entry> entries() {
        return outcomes.stream()
                .filter(outcome -> outcome.result() == Result.CREATE || outcome.result() == Result.CHANGE)
                .flatMap(outcome -> outcome.entries().stream())
                .toList();
    }
}
