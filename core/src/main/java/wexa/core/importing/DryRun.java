package wexa.core.importing;

import java.time.Instant;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.Collections;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import java.util.function.IntFunction;
import org.pcollections.HashTreePSet;
import org.pcollections.PSet;
import wexa.core.cancelling.Cancellation;
import wexa.core.finding.Finding;
import wexa.core.intake.Entry;
import wexa.core.model.Model;
import wexa.core.preview.Preview;
import wexa.core.preview.Snapshot;
import wexa.core.value.Id;
import wexa.core.value.Key;

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

    /** So many refused rows are tried again beside one that is corrected; of more the whole table is. */
    private static final int MOST_TRIED_AGAIN = 200;

    private final Snapshot snapshot;
    private final Sheet sheet;
    private final Setting setting;
    private final List<Outcome> outcomes;
    private final List<List<Entry>> read;
    private final Preview taken;
    private final PSet<Id<?>> touched;

    private DryRun(
            Snapshot snapshot,
            Sheet sheet,
            Setting setting,
            List<Outcome> outcomes,
            List<List<Entry>> read,
            Preview taken,
            PSet<Id<?>> touched) {
        this.snapshot = snapshot;
        this.sheet = sheet;
        this.setting = setting;
        this.outcomes = List.copyOf(outcomes);
        this.read = List.copyOf(read);
        this.taken = taken;
        this.touched = touched;
    }

    /** Where the import's people are born, and when and where days begin. */
    public record Setting(UUID importId, Key home, Instant now, ZoneId zone) {}

    public static DryRun of(Snapshot snapshot, Sheet sheet, List<Row> rows, Setting setting) {
        List<Judged> judged = Judged.all(rows, sheet, snapshot.model(), setting);
        Preview taken;
        do {
            taken = judge(snapshot, setting, judged);
        } while (refusesMore(judged));
        return new DryRun(
                snapshot,
                sheet,
                setting,
                judged.stream().map(Judged::outcome).toList(),
                judged.stream().map(one -> one.entries).toList(),
                taken,
                HashTreePSet.from(touched(taken)));
    }

    /**
     * The same with one row written otherwise, tried on top of the others. Empty where others may have to do with it: where
     * the row was taken before, touches what others touch, is warned of, or where a refused row would be taken now. Then the
     * whole table is to be tried. What stands against a row that stays refused is told as it is with the others that are
     * taken. Costs this row and the refused ones, and the reading of all where handles are made of names.
     */
    public Optional<DryRun> corrected(int place, Row row) {
        // what was taken carries others
        if (outcomes.get(place).result() != Result.REFUSED) {
            return Optional.empty();
        }
        IntFunction<Judged> reading;
        if (namesHandles(row)) {
            List<Row> rows = new ArrayList<>(outcomes.stream().map(Outcome::row).toList());
            rows.set(place, row);
            List<Judged> all = Judged.all(rows, sheet, snapshot.model(), setting);
            if (!areReadTheSame(all, place)) {
                return Optional.empty();
            }
            reading = all::get;
        } else {
            RowEntries reader = new RowEntries(snapshot.model(), setting);
            reading = at -> Judged.of(at == place ? row : outcomes.get(at).row(), sheet, reader);
        }
        Judged one = reading.apply(place);
        Preview then = taken;
        if (!one.isRefused()) {
            Preview more = one.tryOn(new Snapshot(snapshot.version(), taken.model(), taken.index()), setting);
            boolean isAlone = one.findings().stream().allMatch(Finding::blocks)
                    && Collections.disjoint(touched, touched(more))
                    && (one.isDone() || isRefusedByItself(one, more));
            if (!isAlone) {
                return Optional.empty();
            }
            if (one.isDone()) {
                then = more;
            } else {
                one.refuse();
            }
        }
        return areRefusedTheSame(reading, place, then) ? Optional.of(with(place, one, then)) : Optional.empty();
    }

    /** Whether a row is refused whatever others there are, and would not carry any of them before it falls. */
    private boolean isRefusedByItself(Judged row, Preview onOthers) {
        Judged bare = row.untried();
        Preview onNone = bare.tryOn(snapshot, setting);
        return onOthers.effects().isEmpty()
                && onNone.effects().isEmpty()
                && bare.blocking().equals(row.blocking());
    }

    private DryRun with(int place, Judged corrected, Preview then) {
        List<Outcome> all = new ArrayList<>(outcomes);
        all.set(place, corrected.outcome());
        List<List<Entry>> entries = new ArrayList<>(read);
        entries.set(place, corrected.entries);
        PSet<Id<?>> touchedThen = then == taken ? touched : touched.plusAll(touched(then));
        return new DryRun(snapshot, sheet, setting, all, entries, then, touchedThen);
    }

    /** Whether handles are made of names: then one row is read otherwise for another's sake. */
    private boolean namesHandles(Row corrected) {
        return sheet == Sheet.PEOPLE
                && (!corrected.has("handle")
                        || outcomes.stream().anyMatch(outcome -> !outcome.row().has("handle")));
    }

    /** Whether the other rows come to the same entries: a handle that is made of names depends on the others. */
    private boolean areReadTheSame(List<Judged> all, int corrected) {
        for (int place = 0; place < all.size(); place++) {
            if (place != corrected && !all.get(place).entries.equals(read.get(place))) {
                return false;
            }
        }
        return true;
    }

    /** Whether all other refused rows are refused for the same reasons on top of those that are taken. */
    private boolean areRefusedTheSame(IntFunction<Judged> reading, int corrected, Preview then) {
        Snapshot next = new Snapshot(snapshot.version(), then.model(), then.index());
        int tried = 0;
        for (int place = 0; place < outcomes.size(); place++) {
            if (place == corrected || outcomes.get(place).result() != Result.REFUSED) {
                continue;
            }
            if (++tried > MOST_TRIED_AGAIN) {
                return false;
            }
            Judged again = reading.apply(place);
            if (again.isRefused()) {
                continue;
            }
            again.tryOn(next, setting);
            if (again.isDone() || !again.blocking().equals(outcomes.get(place).findings())) {
                return false;
            }
        }
        return true;
    }

    /** Facts that a preview changes, or finds as they are wanted. */
    private static Set<Id<?>> touched(Preview preview) {
        Set<Id<?>> touched = new HashSet<>();
        preview.effects().forEach(effect -> touched.add(effect.id()));
        preview.kept().forEach(fact -> touched.add(fact.id()));
        return touched;
    }

    /** The entries of one row that is no part of a table, whether or not they can be carried out. */
    public static List<Entry> entriesOf(Model model, Sheet sheet, Row row, Setting setting) {
        return new RowEntries(model, setting).read(sheet, row).entries();
    }

    /** Asks what all rows that are taken would come to together. */
    private static Preview judge(Snapshot snapshot, Setting setting, List<Judged> rows) {
        List<Entry> taken = new ArrayList<>();
        for (Judged row : rows) {
            if (!row.isRefused()) {
                taken.addAll(row.entries);
            }
        }
        Preview preview = Preview.of(snapshot, taken, setting.now(), setting.zone(), Preview.Words.LEFT_OUT);
        int next = 0;
        for (Judged row : rows) {
            if (!row.isRefused()) {
                row.outcomes = preview.outcomes().subList(next, next + row.entries.size());
                next += row.entries.size();
            }
        }
        return preview;
    }

    /** Notes what stands against rows that were taken so far; whether there is anything. */
    private static boolean refusesMore(List<Judged> rows) {
        boolean isMore = false;
        for (Judged row : rows) {
            if (!row.isRefused() && !row.isDone()) {
                row.refuse();
                isMore = true;
            }
        }
        return isMore;
    }

    /** A row on the way to its outcome. */
    private static final class Judged {
        private final Row row;
        private final List<Entry> entries;
        private List<Finding> against;
        private List<Preview.Outcome> outcomes = List.of();

        private Judged(Row row, List<Entry> entries, List<Finding> against) {
            this.row = row;
            this.entries = entries;
            this.against = against;
        }

        static List<Judged> all(List<Row> rows, Sheet sheet, Model model, Setting setting) {
            RowEntries reader = new RowEntries(model, setting);
            List<Judged> judged = new ArrayList<>(rows.size());
            for (Row row : rows) {
                Cancellation.check();
                judged.add(of(row, sheet, reader));
            }
            return judged;
        }

        static Judged of(Row row, Sheet sheet, RowEntries reader) {
            if (row.isRagged()) {
                return new Judged(row, List.of(), List.of(Finding.of(ImportCodes.ROW_RAGGED, "")));
            }
            RowEntries.Read read = reader.read(sheet, row);
            return new Judged(row, read.entries(), read.against());
        }

        Judged untried() {
            return new Judged(row, entries, List.of());
        }

        Preview tryOn(Snapshot snapshot, Setting setting) {
            Preview preview = Preview.of(snapshot, entries, setting.now(), setting.zone(), Preview.Words.LEFT_OUT);
            outcomes = preview.outcomes();
            return preview;
        }

        void refuse() {
            against = blocking();
        }

        List<Finding> blocking() {
            return findings().stream().filter(Finding::blocks).toList();
        }

        boolean isRefused() {
            return !against.isEmpty();
        }

        boolean isDone() {
            for (Preview.Outcome outcome : outcomes) {
                if (!outcome.state().isDone()) {
                    return false;
                }
            }
            return true;
        }

        /** One finding per code and field. */
        List<Finding> findings() {
            Set<String> said = new HashSet<>();
            List<Finding> findings = new ArrayList<>(1);
            for (Preview.Outcome outcome : outcomes) {
                for (Finding finding : outcome.findings()) {
                    Finding placed = placed(finding, outcome.entry());
                    if (said.add(placed.code() + " " + placed.path())) {
                        findings.add(placed);
                    }
                }
            }
            return findings;
        }

        /** What stands against a value is told of the column that it stands in. */
        private static Finding placed(Finding finding, Entry entry) {
            String value = entry.fields().getOrDefault("field-value", "");
            return finding.path().equals("field-value") && value.contains("=")
                    ? new Finding(
                            finding.code(), Sheet.OWN_FIELD + value.substring(0, value.indexOf('=')), finding.facts())
                    : finding;
        }

        private Result result() {
            for (Preview.Outcome outcome : outcomes) {
                if (outcome.state() == Preview.State.READY) {
                    boolean isFirst = outcome == outcomes.get(0);
                    return isFirst && outcome.entry().isMaking() ? Result.CREATE : Result.CHANGE;
                }
            }
            return Result.UNCHANGED;
        }

        Outcome outcome() {
            return isRefused()
                    ? new Outcome(row, Result.REFUSED, against, List.of())
                    : new Outcome(row, result(), findings(), entries);
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
