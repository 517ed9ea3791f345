package wexa.server.apply;

import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.UUID;
import java.util.stream.Collectors;
import org.springframework.transaction.annotation.Transactional;
import wexa.core.intake.DraftText;
import wexa.core.model.Effect;
import wexa.core.model.Fact;
import wexa.core.model.Kind;
import wexa.core.model.Model;
import wexa.core.preview.Coming;
import wexa.core.preview.Histories;
import wexa.core.preview.Undo;
import wexa.core.registry.Rooms;
import wexa.core.registry.Sentences;
import wexa.core.value.Id;
import wexa.server.approval.ApprovalService;
import wexa.server.drafts.DraftService;
import wexa.server.drafts.DraftStore;
import wexa.server.drafts.DraftView;
import wexa.server.jobs.JobService;
import wexa.server.log.Log;
import wexa.server.problems.Problem;
import wexa.server.rights.Act;
import wexa.server.rights.Actor;
import wexa.server.rights.Over;
import wexa.server.rights.Requires;
import wexa.server.rights.UseCases;
import wexa.server.snapshot.Applied;
import wexa.server.snapshot.Changeset;
import wexa.server.snapshot.SnapshotStore;
import wexa.server.wiring.BusinessClock;
import wexa.server.wiring.Ids;
import wexa.server.wiring.Settings;

/** Looking at what was applied, and preparing the way back. */
@UseCases
public class ChangesetService {
    private final SnapshotStore snapshots;
    private final DraftService drafts;
    private final DraftStore draftStore;
    private final JobService jobs;
    private final ApprovalService approvals;
    private final Log log;
    private final BusinessClock clock;
    private final Settings settings;
    private final Ids ids;

    ChangesetService(
            SnapshotStore snapshots,
            DraftService drafts,
            DraftStore draftStore,
            JobService jobs,
            ApprovalService approvals,
            Log log,
            BusinessClock clock,
            Settings settings,
            Ids ids) {
        this.snapshots = snapshots;
        this.drafts = drafts;
        this.draftStore = draftStore;
        this.jobs = jobs;
        this.approvals = approvals;
        this.log = log;
        this.clock = clock;
        this.settings = settings;
        this.ids = ids;
    }

    @Requires(value = Act.LOOK, over = Over.NOTHING)
    public List<Applied> list(Actor actor, long before, int limit) {
        return snapshots.applied(before, limit);
    }

    /** One changeset with its sentences, its job, and what undoing it would and would not bring back. */
    @Requires(value = Act.LOOK, over = Over.NOTHING)
    public ChangesetView get(Actor actor, long version) {
        Applied applied = applied(version);
        Undo undo = undo(applied, Optional.empty());
        Model model = snapshots.current().model();
        List<Log.Written> lines = log.of(version);
        return new ChangesetView(
                applied,
                lines.stream().findFirst().map(Log.Written::reason).orElse(""),
                lines.stream().findFirst().map(Log.Written::ticket).orElse(""),
                lines.stream().map(Log.Written::sentence).toList(),
                approvals.of(actor, version),
                jobs.ofChangeset(actor, version).orElse(null),
                undo.entries().size(),
                undo.left().stream().map(left -> words(left, model)).toList(),
                applied.draftId()
                        .flatMap(draftStore::liveLine)
                        .map(line -> new ChangesetView.RestView(line.id(), line.name(), line.entries()))
                        .orElse(null));
    }

    /** What was applied as text, a sentence on each line; what an administrator cannot write stands as comments. */
    @Requires(value = Act.LOOK, over = Over.NOTHING)
    public String text(Actor actor, long version) {
        Applied applied = applied(version);
        return DraftText.comment(applied.name()) + "\n"
                + log.of(version).stream()
                        .map(line -> DraftText.line(line.sentence()) + "\n")
                        .collect(Collectors.joining());
    }

    /** When something of a changeset begins or ends that is still to come, and how much. */
    @Requires(value = Act.LOOK, over = Over.NOTHING)
    public List<Coming> coming(Actor actor, long version) {
        applied(version);
        return Coming.of(snapshots.effects(version), snapshots.current().model(), clock.now());
    }

    /**
     * A draft of the way back. It is reviewed and applied like any other.
     *
     * @param takesRest whether what of the changeset's own draft was not applied is discarded, too
     */
    @Requires(value = Act.PREPARE, over = Over.NOTHING)
    @Transactional
    public DraftView undo(Actor actor, long version, Optional<UUID> about, boolean takesRest) {
        Applied applied = applied(version);
        Undo undo = undo(applied, about);
        if (undo.entries().isEmpty()) {
            throw new Problem(
                    409,
                    "undo.nothing",
                    "Nothing of this changeset can be undone: it is undone already, or what it changed stays. Change what"
                            + " you want to change by hand.");
        }
        if (takesRest) {
            applied.draftId().flatMap(draftStore::liveLine).ifPresent(rest -> drafts.discard(actor, rest.id()));
        }
        String whom = about.flatMap(fact -> named(fact, snapshots.current().model()))
                .map(one -> " for " + one.name())
                .orElse("");
        String name = "Undo " + applied.version() + whom + ": " + applied.name().replaceFirst("^Undo \\d+[^:]*: ", "");
        return drafts.begin(actor, name.substring(0, Math.min(200, name.length())), undo.entries());
    }

    private Applied applied(long version) {
        return snapshots.applied(version + 1, 1).stream()
                .filter(one -> one.version() == version)
                .findFirst()
                .orElseThrow(() -> new Problem(
                        404, "not-found", "There is no changeset with version " + version + ". Look at the list."));
    }

    /** Whom and what a changeset is about, by name: people, tenants, groups and roles with the text in their names. */
    @Requires(value = Act.LOOK, over = Over.NOTHING)
    public List<ChangesetView.AboutView> about(Actor actor, long version, String text, int limit) {
        applied(version);
        Model model = snapshots.current().model();
        String wanted = text.strip().toLowerCase(Locale.ROOT);
        return Histories.of(snapshots.effects(version), model, model).facts().stream()
                .flatMap(fact -> named(fact.value(), model).stream())
                .filter(one -> one.name().toLowerCase(Locale.ROOT).contains(wanted))
                .sorted(Comparator.comparing(ChangesetView.AboutView::name).thenComparing(ChangesetView.AboutView::id))
                .limit(limit)
                .toList();
    }

    private static Optional<ChangesetView.AboutView> named(UUID id, Model model) {
        return model.people()
                .find(Id.of(id))
                .map(person -> new ChangesetView.AboutView(id, "person", person.name()))
                .or(() -> model.tenants()
                        .find(Id.of(id))
                        .map(tenant -> new ChangesetView.AboutView(id, "tenant", model.title(tenant))))
                .or(() -> model.groups()
                        .find(Id.of(id))
                        .map(group -> new ChangesetView.AboutView(id, "group", group.name())))
                .or(() -> model.roles()
                        .find(Id.of(id))
                        .map(role -> new ChangesetView.AboutView(id, "role", role.name())));
    }

    private Undo undo(Applied applied, Optional<UUID> about) {
        if (applied.origin().equals(Changeset.Origin.DEMO.name())) {
            return new Undo(List.of(), List.of());
        }
        Model model = snapshots.current().model();
        List<Effect> effects = snapshots.effects(applied.version());
        return Undo.of(
                about.map(fact -> Undo.about(Id.of(fact), effects, model)).orElse(effects),
                model,
                clock.now(),
                settings.zone(),
                ids::next);
    }

    private String words(Undo.Left left, Model model) {
        String fact = name(left.fact(), model);
        return switch (left.reason()) {
            case STAYS ->
                fact
                        + switch (Kind.of(left.fact()).text()) {
                            case "person" -> " stays: an identity is never removed.";
                            case "invitation" -> " stays: what somebody said is not unsaid.";
                            default -> " stays: everything is counted by it.";
                        };
            case CHANGED_SINCE -> "Changed again since, and left alone: " + fact + ".";
            case NO_WAY_BACK -> "No change leads back to exactly what was: " + fact + ".";
        };
    }

    private String name(Fact fact, Model model) {
        return Rooms.title(fact, model)
                .or(() -> Sentences.whole(fact, model, settings.zone()).map(sentence -> "“" + sentence + "”"))
                .orElse(fact.id().toString());
    }
}
