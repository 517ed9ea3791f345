package wexa.server.drafts;

import java.time.Instant;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import wexa.core.intake.Entry;
import wexa.core.intake.Intake;
import wexa.core.model.Model;
import wexa.core.preview.MissingAccount;
import wexa.core.preview.Preview;
import wexa.core.value.Key;
import wexa.core.value.Window;
import wexa.server.log.Reason;
import wexa.server.problems.Problem;
import wexa.server.rights.Act;
import wexa.server.rights.Actor;
import wexa.server.rights.Over;
import wexa.server.rights.Requires;
import wexa.server.rights.UseCases;
import wexa.server.snapshot.SnapshotStore;
import wexa.server.wiring.Ids;

/** Writing drafts. Nothing here reaches the model or a tenant. */
@UseCases
public class DraftService {
    /** What a large table brings in, and what goes with it. */
    public static final int MOST_ENTRIES = 200_000;

    private static final int LONGEST_KEPT = 4_000;
    private static final int MOST_LISTED = 200;

    private final DraftStore drafts;
    private final OthersDrafts others;
    private final Previews previews;
    private final SnapshotStore snapshots;
    private final Ids ids;

    DraftService(DraftStore drafts, OthersDrafts others, Previews previews, SnapshotStore snapshots, Ids ids) {
        this.drafts = drafts;
        this.others = others;
        this.previews = previews;
        this.snapshots = snapshots;
        this.ids = ids;
    }

    /** Live drafts, the last touched first; what each comes to is asked one by one. */
    @Requires(value = Act.LOOK, over = Over.NOTHING)
    public List<DraftStore.DraftLine> live(Actor actor) {
        return drafts.liveLines(0, MOST_LISTED);
    }

    /** A stretch of the same. */
    @Requires(value = Act.LOOK, over = Over.NOTHING)
    public List<DraftStore.DraftLine> live(Actor actor, int from, int limit) {
        return drafts.liveLines(from, limit);
    }

    @Requires(value = Act.LOOK, over = Over.NOTHING)
    public long liveCount(Actor actor) {
        return drafts.liveCount();
    }

    @Requires(value = Act.LOOK, over = Over.NOTHING)
    public DraftView get(Actor actor, UUID id) {
        return previews.view(drafts.get(id));
    }

    @Requires(value = Act.LOOK, over = Over.NOTHING)
    public DraftView.EntriesView entries(Actor actor, UUID id, int from, int limit) {
        Preview preview = previews.of(drafts.get(id));
        return new DraftView.EntriesView(
                previews.entries(preview, from, limit), preview.outcomes().size());
    }

    @Requires(value = Act.PREPARE, over = Over.NOTHING)
    public DraftView create(Actor actor, String name) {
        return previews.view(
                drafts.create(name, actor.login(), snapshots.current().version()));
    }

    /** Keeps what was typed, right or wrong; a new entry that makes a fact gets the fact's id here if it brings none. */
    @Requires(value = Act.PREPARE, over = Over.DRAFT)
    public DraftView edit(Actor actor, UUID id, long version, List<Entry> put, List<UUID> taken) {
        Draft before = drafts.get(id);
        if (!put.isEmpty() && before.entries().size() + put.size() > MOST_ENTRIES) {
            throw full();
        }
        long different = put.stream().map(Entry::id).distinct().count();
        if (different < put.size()) {
            throw Problem.badField("put", "entry.twice", "An entry stands there twice. Send each once.");
        }
        Set<Entry.Id> known = before.entries().stream().map(Entry::id).collect(Collectors.toSet());
        List<UUID> fresh = put.stream()
                .map(Entry::id)
                .filter(one -> !known.contains(one))
                .map(Entry.Id::value)
                .toList();
        if (drafts.areKnown(fresh)) {
            throw Problem.badField(
                    "put", "entry.of-another-draft", "Another draft has an entry with this id. Use a new id.");
        }
        Model model = snapshots.current().model();
        List<Entry> kept = new ArrayList<>();
        for (Entry entry : put) {
            kept.add(seeing(withId(checked(entry, before)), model));
        }
        Draft edited = drafts.edit(id, version, kept, taken);
        others.edited(id, actor.login());
        return previews.view(edited);
    }

    private static Entry checked(Entry entry, Draft before) {
        if (!Entry.isForm(entry.form())) {
            throw Problem.badField("form", "form.unknown", "“" + entry.form() + "” is not the name of a change.");
        }
        if (entry.isTold() && before.entries().stream().noneMatch(known -> isSame(known, entry))) {
            throw Problem.badField(
                    "form", "form.of-directory", "What a directory lists is read from it and not written by hand.");
        }
        entry.fields().forEach((name, value) -> {
            if (value.length() > LONGEST_KEPT) {
                throw Problem.badField(
                        name,
                        "field.too-long",
                        "This has " + value.length() + " characters; " + LONGEST_KEPT + " are kept.");
            }
        });
        return entry;
    }

    /** What a held draft brought may be put again as it is, to see anew what it changes. */
    private static boolean isSame(Entry known, Entry entry) {
        return known.id().equals(entry.id())
                && known.form().equals(entry.form())
                && known.fields().equals(entry.fields());
    }

    /** Who writes an entry, or writes it again, has seen what it changes as it is now. */
    private static Entry seeing(Entry entry, Model model) {
        return new Entry(entry.id(), entry.form(), entry.fields(), Intake.target(entry, model));
    }

    private Entry withId(Entry entry) {
        if (!entry.isMaking() || entry.fields().containsKey("id")) {
            return entry;
        }
        Map<String, String> fields = new HashMap<>(entry.fields());
        fields.put("id", ids.next().toString());
        return new Entry(entry.id(), entry.form(), fields);
    }

    /** A draft that begins with entries made elsewhere: the way back, for one. */
    @Requires(value = Act.PREPARE, over = Over.NOTHING)
    public DraftView begin(Actor actor, String name, List<Entry> entries) {
        return previews.view(
                drafts.begin(name, actor.login(), snapshots.current().version(), entries));
    }

    /** Entries for the accounts that people need for what the draft gives them; seats are the least that carry it. */
    @Requires(value = Act.PREPARE, over = Over.DRAFT)
    public DraftView openMissing(Actor actor, UUID id, long version) {
        Draft before = drafts.get(id);
        Preview preview = previews.of(before);
        List<Entry> entries = new ArrayList<>();
        List<MissingAccount> all = MissingAccount.in(preview, preview.lastBeginning());
        for (MissingAccount missing :
                all.stream().filter(MissingAccount::canBeOpened).toList()) {
            String account = missing.closed()
                    .map(Object::toString)
                    .orElseGet(() -> ids.next().toString());
            entries.add(entry(
                    "account.open",
                    Map.of(
                            "id", account,
                            "person", missing.person().toString(),
                            "tenant", missing.tenant().toString())));
            missing.seat().ifPresent(kind -> entries.add(seat(account, kind, missing.during(), preview.now())));
        }
        if (before.entries().size() + entries.size() > MOST_ENTRIES) {
            throw full();
        }
        Draft edited = drafts.edit(id, version, entries, List.of());
        others.edited(id, actor.login());
        return previews.view(edited);
    }

    /** A seat for as long as the engagement lasts for which it is needed. */
    private Entry seat(String account, Key kind, Optional<Window> during, Instant now) {
        Map<String, String> fields = new HashMap<>();
        fields.put("id", ids.next().toString());
        fields.put("account", account);
        fields.put("kind", kind.text());
        during.map(Window::from)
                .filter(from -> from.isAfter(now))
                .ifPresent(from -> fields.put("from", from.toString()));
        during.filter(window -> !window.isOpenEnded())
                .ifPresent(window -> fields.put("until", window.until().toString()));
        return entry("seat.give", fields);
    }

    private Entry entry(String form, Map<String, String> fields) {
        return new Entry(new Entry.Id(ids.next()), form, fields);
    }

    private static Problem full() {
        return new Problem(
                400, "draft.full", "A draft holds " + MOST_ENTRIES + " entries. Apply this one and start another.");
    }

    /** What is to be another about a draft: its name, its state, or why it is made. */
    record Amendment(
            Optional<String> name, Optional<Draft.State> state, Optional<String> reason, Optional<String> ticket) {
        private boolean isReason() {
            return reason.isPresent() || ticket.isPresent();
        }

        private long aspects() {
            return Stream.of(name.isPresent(), state.isPresent(), isReason())
                    .filter(Boolean::booleanValue)
                    .count();
        }
    }

    @Requires(value = Act.PREPARE, over = Over.DRAFT)
    public DraftView amend(Actor actor, UUID id, long version, Amendment amendment) {
        if (amendment.aspects() != 1) {
            throw new Problem(
                    400,
                    "field",
                    "Send one of these at a time: a new name, a new state, or the reason and the ticket.");
        }
        Draft amended;
        if (amendment.name().isPresent()) {
            amended = drafts.rename(id, version, amendment.name().get());
        } else if (amendment.state().isPresent()) {
            amended = move(id, version, amendment.state().get());
        } else {
            amended = explain(id, version, amendment);
        }
        if (amended.state() == Draft.State.DISCARDED) {
            others.discarded(id, actor.login());
        } else {
            others.edited(id, actor.login());
        }
        return previews.view(amended);
    }

    /** Discards whatever is in it, in the version that it has now. */
    @Requires(value = Act.PREPARE, over = Over.DRAFT)
    public void discard(Actor actor, UUID id) {
        move(id, drafts.get(id).version(), Draft.State.DISCARDED);
        others.discarded(id, actor.login());
    }

    /** What is left out of the reason and the ticket stays as it is. */
    private Draft explain(UUID id, long version, Amendment amendment) {
        Reason before = drafts.get(id).reason();
        Reason reason = new Reason(
                amendment.reason().map(String::strip).orElse(before.text()),
                amendment.ticket().map(String::strip).orElse(before.ticket()));
        return drafts.explain(id, version, reason);
    }

    private Draft move(UUID id, long version, Draft.State state) {
        if (state == Draft.State.APPLIED) {
            throw Problem.badField("state", "field.malformed", "A draft becomes applied by applying it.");
        }
        return drafts.move(id, version, state);
    }
}
