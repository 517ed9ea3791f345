package wexa.core.importing;

import java.time.Instant;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import java.util.UUID;
import wexa.core.cancelling.Cancellation;
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
        List<Judged> judged = new ArrayList<>(rows.size());
        for (Row row : rows) {
            Cancellation.check();
            judged.add(new Judged(
                    row,
                    row.isRagged()
                            ? new RowEntries.Read(List.of(), List.of(Finding.of(Code.ROW_RAGGED, "")))
                            : reader.read(sheet, row)));
        }
        do {
            judge(snapshot, setting, judged);
        } while (refusesMore(judged));
        return new DryRun(judged.stream().map(Judged::outcome).toList());
    }

    /** The entries of one row that is no part of a table, whether or not they can be carried out. */
    public static List<Entry> entriesOf(Model model, Sheet sheet, Row row, Setting setting) {
        return new RowEntries(model, setting).read(sheet, row).entries();
    }

    /** Asks what all rows that are taken would come to together. */
    private static void judge(Snapshot snapshot, Setting setting, List<Judged> rows) {
        List<Entry> taken = new ArrayList<>();
        for (Judged row : rows) {
            if (!row.isRefused()) {
                taken.addAll(row.entries);
            }
        }
        List<Preview.Outcome> outcomes = Preview.of(
                        snapshot, taken, setting.now(), setting.zone(), Preview.Words.LEFT_OUT)
                .outcomes();
        int next = 0;
        for (Judged row : rows) {
            if (!row.isRefused()) {
                row.outcomes = outcomes.subList(next, next + row.entries.size());
                next += row.entries.size();
            }
        }
    }

    /** Notes what stands against rows that were taken so far; whether there is anything. */
    private static boolean refusesMore(List<Judged> rows) {
        boolean isMore = false;
        for (Judged row : rows) {
            if (!row.isRefused() && !row.isDone()) {
                row.against = row.findings().stream().filter(Finding::blocks).toList();
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

        Judged(Row row, RowEntries.Read read) {
            this.row = row;
            this.entries = read.entries();
            this.against = read.against();
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
                    if (said.add(finding.code() + " " + finding.path())) {
                        findings.add(finding);
                    }
                }
            }
            return findings;
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
