package wexa.server.roles;

import java.io.IOException;
import java.io.StringWriter;
import java.io.UncheckedIOException;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import java.util.stream.Collectors;
import org.apache.commons.csv.CSVFormat;
import org.apache.commons.csv.CSVPrinter;
import wexa.connect.csv.Formulas;
import wexa.core.composition.Comparison;
import wexa.core.composition.Comparison.Subject;
import wexa.core.model.App;
import wexa.core.model.Kind;
import wexa.core.model.Model;
import wexa.core.model.Sensitivity;
import wexa.core.preview.Snapshot;
import wexa.core.role.Sensitivities;
import wexa.core.value.Id;
import wexa.core.value.Permission;
import wexa.server.evidence.Evidence;
import wexa.server.problems.Problem;
import wexa.server.rights.Act;
import wexa.server.rights.Actor;
import wexa.server.rights.Over;
import wexa.server.rights.Requires;
import wexa.server.rights.UseCases;
import wexa.server.snapshot.SnapshotStore;
import wexa.server.wiring.BusinessClock;

/** Roles, permission sets and people side by side. */
@UseCases
public class CompareService {
    private static final int FEWEST = 2;
    private static final int MOST = 5;

    private final SnapshotStore snapshots;
    private final Evidence evidence;
    private final BusinessClock clock;

    CompareService(SnapshotStore snapshots, Evidence evidence, BusinessClock clock) {
        this.snapshots = snapshots;
        this.evidence = evidence;
        this.clock = clock;
    }

    public enum ColumnKind {
        ROLE,
        SET,
        PERSON
    }

    public record ComparedView(List<ComparedColumn> columns, List<ComparedLine> lines) {}

    public record ComparedColumn(ColumnKind kind, UUID id, String key, String name, String note) {}

    public record ComparedLine(
            String permission,
            String app,
            String type,
            String action,
            String sort,
            Sensitivity sensitivity,
            Comparison.Verdict verdict,
            List<ComparedCell> cells) {}

    /** @param places where somebody has it; none for roles and sets */
    public record ComparedCell(boolean held, List<String> places) {}

    /** @param texts {@code role:}, {@code set:} or {@code person:} and an id, two to five of them */
    @Requires(value = Act.LOOK, over = Over.NOTHING)
    public ComparedView compare(Actor actor, List<String> texts) {
        Snapshot snapshot = snapshots.current();
        Model model = snapshot.model();
        List<Subject> subjects =
                texts.stream().distinct().map(text -> subject(text, model)).toList();
        if (subjects.size() < FEWEST || subjects.size() > MOST) {
            throw Problem.badField(
                    "of", "compare.count", "Choose two to five roles, permission sets or people to compare.");
        }
        Comparison comparison = Comparison.of(subjects, snapshot.index(), clock.now());
        return new ComparedView(subjects.stream().map(one -> column(one, model)).toList(), lines(comparison, model));
    }

    private static Subject subject(String text, Model model) {
        int colon = text.indexOf(':');
        Optional<Subject> found = Optional.empty();
        try {
            UUID id = UUID.fromString(text.substring(colon + 1));
            found = switch (colon < 0 ? "" : text.substring(0, colon)) {
                case "role" -> model.roles().find(Id.of(id)).map(Subject.OfRole::new);
                case "set" -> model.table(Kind.PERMISSION_SET).find(Id.of(id)).map(Subject.OfSet::new);
                case "person" -> model.people().find(Id.of(id)).map(Subject.OfPerson::new);
                default -> Optional.empty();
            };
        } catch (IllegalArgumentException malformed) {
            // refused below, like what is not there
        }
        return found.orElseThrow(() -> Problem.badField(
                "of",
                "compare.unknown",
                "“" + text + "” is no role, permission set or person. Write role:, set: or person: and its id."));
    }

    private static ComparedColumn column(Subject subject, Model model) {
        return switch (subject) {
            case Subject.OfRole one ->
                new ComparedColumn(
                        ColumnKind.ROLE,
                        one.role().id().value(),
                        one.role().key().text(),
                        one.role().name(),
                        one.role().description());
            case Subject.OfSet one ->
                new ComparedColumn(
                        ColumnKind.SET,
                        one.set().id().value(),
                        one.set().key().text(),
                        one.set().name(),
                        one.set().description());
            case Subject.OfPerson one ->
                new ComparedColumn(
                        ColumnKind.PERSON,
                        one.person().id().value(),
                        one.person().handle().text(),
                        one.person().name(),
                        "");
        };
    }

    /** In the order of the catalogue. */
    private static List<ComparedLine> lines(Comparison comparison, Model model) {
        var byPermission =
                comparison.lines().stream().collect(Collectors.toMap(Comparison.Line::permission, line -> line));
        Sensitivities sensitivities = new Sensitivities(model);
        List<ComparedLine> lines = new ArrayList<>();
        for (App app : model.table(Kind.APP).stream().toList()) {
            for (App.ResourceType type : app.resourceTypes()) {
                for (App.Action action : type.actions()) {
                    Permission permission = new Permission(app.key(), type.key(), action.key());
                    Comparison.Line line = byPermission.get(permission);
                    if (line != null) {
                        lines.add(new ComparedLine(
                                permission.toString(),
                                app.name(),
                                type.name(),
                                action.label(),
                                action.sort().name(),
                                sensitivities.of(permission),
                                line.verdict(),
                                line.cells().stream()
                                        .map(cell -> cell(cell, model))
                                        .toList()));
                    }
                }
            }
        }
        return lines;
    }

    private static ComparedCell cell(Comparison.Cell cell, Model model) {
        return new ComparedCell(
                cell.isHeld(),
                cell.places().stream()
                        .map(place -> PlaceNames.of(place.tenant(), place.area(), model))
                        .sorted(Comparator.naturalOrder())
                        .toList());
    }

    /** The comparison as a table (RFC 4180) with its cover. */
    @Requires(value = Act.LOOK, over = Over.NOTHING)
    public byte[] handOver(Actor actor, List<String> texts) {
        Snapshot snapshot = snapshots.current();
        ComparedView view = compare(actor, texts);
        StringWriter written = new StringWriter();
        try (CSVPrinter csv = new CSVPrinter(written, CSVFormat.RFC4180)) {
            List<String> header = new ArrayList<>(List.of("permission", "what", "action"));
            view.columns().forEach(column -> header.add(Formulas.defused(column.name())));
            header.add("verdict");
            csv.printRecord(header);
            for (ComparedLine line : view.lines()) {
                List<String> row = new ArrayList<>(List.of(line.permission(), line.type(), line.action()));
                line.cells()
                        .forEach(cell -> row.add(
                                cell.places().isEmpty()
                                        ? (cell.held() ? "yes" : "")
                                        : Formulas.defused(String.join("; ", cell.places()))));
                row.add(line.verdict().name());
                csv.printRecord(row);
            }
        } catch (IOException impossible) {
            // a text is written in memory
            throw new UncheckedIOException(impossible);
        }
        Evidence.About about = new Evidence.About(clock.now(), snapshot.version(), snapshot.model(), tenant -> true);
        List<String> compared = view.columns().stream()
                .map(column -> column.name() + " (" + column.key() + ")")
                .toList();
        return evidence.handOver(
                actor,
                "Comparison",
                evidence.cover(actor, about, compared, view.lines().size()),
                written.toString());
    }
}
