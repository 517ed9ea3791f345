package wexa.server.inbound;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import java.util.concurrent.locks.Lock;
import java.util.concurrent.locks.ReentrantLock;
import org.springframework.boot.ApplicationArguments;
import org.springframework.boot.ApplicationRunner;
import org.springframework.core.annotation.Order;
import org.springframework.dao.DataIntegrityViolationException;
import org.springframework.stereotype.Component;
import wexa.connect.inbound.PushedUser;
import wexa.connect.inbound.ScimFault;
import wexa.connect.inbound.UserDocuments;
import wexa.connect.inbound.UserFilter;
import wexa.core.intake.Entry;
import wexa.core.model.Person;
import wexa.core.preview.Snapshot;
import wexa.core.value.Id;
import wexa.server.automatic.AutomaticChanges;
import wexa.server.automatic.AutomaticChanges.Became;
import wexa.server.drafts.Draft;
import wexa.server.drafts.DraftStore;
import wexa.server.inbound.PushedStore.State;
import wexa.server.rights.Actor;
import wexa.server.snapshot.Changeset;
import wexa.server.snapshot.SnapshotStore;
import wexa.server.wiring.BusinessClock;
import wexa.server.wiring.Ids;

/**
 * Users that a program pushes. What is pushed is kept first and then offered to the policy for automatic changes, so that a process that
 * dies between goes on at its next start; offering twice changes nothing.
 */
@Component
@Order(20)
class PushedUsers implements ApplicationRunner {
    static final int LARGEST_PAGE = 200;
    private static final int STRETCH = 500;
    private static final UUID BEFORE_ALL = new UUID(0, 0);

    private final PushedStore store;
    private final PushedEntries entries;
    private final Services services;
    private final AutomaticChanges standing;
    private final SnapshotStore snapshots;
    private final DraftStore drafts;
    private final BusinessClock clock;
    private final Ids ids;

    /** Each stands for many users: they wait for one another seldom. */
    private final Lock[] users = new Lock[64];

    /** A stretch of what a query found, and how much that was. */
    record Stretch(List<Pushed> users, long total) {}

    PushedUsers(
            PushedStore store,
            PushedEntries entries,
            Services services,
            AutomaticChanges standing,
            SnapshotStore snapshots,
            DraftStore drafts,
            BusinessClock clock,
            Ids ids) {
        Arrays.setAll(users, any -> new ReentrantLock());
        this.store = store;
        this.entries = entries;
        this.services = services;
        this.standing = standing;
        this.snapshots = snapshots;
        this.drafts = drafts;
        this.clock = clock;
        this.ids = ids;
    }

    /** What was kept and never offered. */
    @Override
    public void run(ApplicationArguments arguments) {
        for (Pushed pushed : store.unsettled()) {
            services.find(pushed.service()).map(Services::actor).ifPresent(by -> {
                if (pushed.state().isDeleted()) {
                    leave(by, pushed);
                } else {
                    settle(by, pushed);
                }
            });
        }
    }

    Pushed create(Actor by, String text) throws ScimFault {
        PushedUser user = UserDocuments.read(text);
        Optional<Pushed> gone = clash(by, user, Optional.empty());
        Pushed kept;
        try {
            kept = gone.isPresent()
                    ? store.change(gone.get(), user, State.KEPT, clock.now())
                    : store.add(ids.next(), by.id(), user, clock.now());
        } catch (DataIntegrityViolationException raced) {
            throw taken(user);
        }
        return settle(by, kept);
    }

    /** Refuses names that another user of the program has; of a deleted one the name may come back to it. */
    private Optional<Pushed> clash(Actor by, PushedUser user, Optional<UUID> self) throws ScimFault {
        List<Pushed> same = new ArrayList<>();
        store.named(by.id(), user.userName()).ifPresent(same::add);
        user.externalId().flatMap(id -> store.withExternalId(by.id(), id)).ifPresent(same::add);
        same.removeIf(one -> self.isPresent() && one.id().equals(self.get()));
        boolean isOfDeletedOne = self.isEmpty()
                && !same.isEmpty()
                && same.stream()
                        .allMatch(one -> one.state().isDeleted()
                                && one.id().equals(same.get(0).id()));
        if (!same.isEmpty() && !isOfDeletedOne) {
            throw taken(user);
        }
        return same.stream().findFirst();
    }

    private static ScimFault taken(PushedUser user) {
        return new ScimFault(
                409,
                "uniqueness",
                "There is a user with the userName " + user.userName()
                        + " or that externalId already. Change that one.");
    }

    Pushed get(Actor by, UUID id) throws ScimFault {
        return store.find(by.id(), id).orElseThrow(() -> missing(id));
    }

    private static ScimFault missing(UUID id) {
        return new ScimFault(404, "", "There is no user " + id + ".");
    }

    Pushed replace(Actor by, UUID id, Optional<String> ifMatch, String text) throws ScimFault {
        return alone(id, () -> changed(by, matching(by, id, ifMatch), UserDocuments.read(text)));
    }

    Pushed patch(Actor by, UUID id, Optional<String> ifMatch, String text) throws ScimFault {
        return alone(id, () -> {
            Pushed before = matching(by, id, ifMatch);
            return changed(by, before, UserDocuments.patched(before.user(), text));
        });
    }

    /** Something that is pushed. */
    private interface Push {
        Pushed settled() throws ScimFault;
    }

    /** Two pushes of one user at once would both find nothing held, and the older could be offered last. */
    private Pushed alone(UUID id, Push push) throws ScimFault {
        Lock lock = users[Math.floorMod(id.hashCode(), users.length)];
        lock.lock();
        try {
            return push.settled();
        } finally {
            lock.unlock();
        }
    }

    private Pushed changed(Actor by, Pushed before, PushedUser user) throws ScimFault {
        if (user.equals(before.user())) {
            return before;
        }
        clash(by, user, Optional.of(before.id()));
        try {
            return settle(by, store.change(before, user, State.KEPT, clock.now()), before);
        } catch (DataIntegrityViolationException raced) {
            throw taken(user);
        }
    }

    /** Who is deleted there leaves here; nothing of theirs is removed unseen. */
    void delete(Actor by, UUID id, Optional<String> ifMatch) throws ScimFault {
        alone(id, () -> {
            Pushed before = matching(by, id, ifMatch);
            leave(by, store.change(before, before.user(), State.GOING, clock.now()));
            return before;
        });
    }

    private void leave(Actor by, Pushed going) {
        Optional<Person> linked = linked(going, snapshots.current());
        Became became = offer(by, going, wanted(going, linked), linked, heldIn(going));
        store.settled(going.id(), State.GONE, going.person(), linked.isPresent(), draft(became));
    }

    private Pushed matching(Actor by, UUID id, Optional<String> ifMatch) throws ScimFault {
        Pushed found = get(by, id);
        if (ifMatch.isPresent()
                && !ifMatch.get().equals("*")
                && !ifMatch.get().replace("W/", "").replace("\"", "").strip().equals(Long.toString(found.version()))) {
            throw new ScimFault(
                    412,
                    "",
                    "The user has version W/\"" + found.version()
                            + "\" by now. Read it again and send the change anew.");
        }
        return found;
    }

    private Pushed settle(Actor by, Pushed kept) {
        return settle(by, kept, kept);
    }

    /** Offers what was kept; {@code before} tells what had become of it until then. */
    private Pushed settle(Actor by, Pushed kept, Pushed before) {
        Optional<Person> linked = linked(before, snapshots.current());
        List<Entry> wanted = wanted(kept, linked);
        Became became = offer(by, kept, wanted, linked, heldIn(before));
        Optional<UUID> person = linked.map(one -> one.id().value()).or(() -> PushedEntries.person(wanted));
        boolean isLinked = linked.isPresent() || became instanceof Became.Passed;
        State state = became instanceof Became.Passed
                ? State.PASSED
                : became instanceof Became.Held ? State.HELD : State.SAME;
        store.settled(kept.id(), state, person, isLinked, draft(became));
        return store.find(by.id(), kept.id()).orElse(kept);
    }

    private List<Entry> wanted(Pushed pushed, Optional<Person> linked) {
        return entries.of(snapshots.current().model(), pushed, linked);
    }

    private Became offer(Actor by, Pushed pushed, List<Entry> wanted, Optional<Person> linked, Optional<UUID> heldIn) {
        boolean isLikeSomebody = linked.isEmpty()
                && wanted.stream().anyMatch(entry -> entry.form().equals("person.edit"));
        String name = pushed.user().name() + ", from " + by.name();
        return standing.offer(
                new AutomaticChanges.Offer(Changeset.Origin.INBOUND, by, name, wanted, true, isLikeSomebody, heldIn));
    }

    private static Optional<UUID> draft(Became became) {
        return became instanceof Became.Held held ? Optional.of(held.draft()) : Optional.empty();
    }

    private Optional<UUID> heldIn(Pushed before) {
        return before.draft().filter(id -> drafts.get(id).state().isLive());
    }

    /** The person whom an earlier push of this user made or changed here, once that was applied. */
    private Optional<Person> linked(Pushed pushed, Snapshot snapshot) {
        boolean isApplied = pushed.isLinked()
                || pushed.draft()
                        .filter(id -> drafts.get(id).state() == Draft.State.APPLIED)
                        .isPresent();
        return pushed.person()
                .filter(id -> isApplied)
                .flatMap(id -> snapshot.model().people().find(Id.of(id)));
    }

    /** Those whom a filter finds, from a place on; without a filter, all. */
    Stretch find(Actor by, Optional<String> filter, long startIndex, int count, String base) throws ScimFault {
        Optional<UserFilter> wanted = filter.isPresent() ? Optional.of(UserFilter.of(filter.get())) : Optional.empty();
        Optional<String> userName = wanted.flatMap(one -> one.exactly("userName"));
        Optional<String> externalId = wanted.flatMap(one -> one.exactly("externalId"));
        if (userName.isPresent() || externalId.isPresent()) {
            List<Pushed> found = userName
                    .flatMap(name -> store.named(by.id(), name))
                    .or(() -> externalId.flatMap(id -> store.withExternalId(by.id(), id)))
                    .filter(pushed -> !pushed.state().isDeleted())
                    .stream()
                    .toList();
            boolean isShown = startIndex == 1 && count > 0;
            return new Stretch(isShown ? found : List.of(), found.size());
        }
        List<Pushed> shown = new ArrayList<>();
        long total = 0;
        UUID last = BEFORE_ALL;
        for (List<Pushed> some = store.after(by.id(), last, STRETCH);
                !some.isEmpty();
                some = store.after(by.id(), last, STRETCH)) {
            for (Pushed one : some) {
                last = one.id();
                if (wanted.isEmpty() || wanted.get().matches(one.user(), meta(one, base))) {
                    total++;
                    if (total >= startIndex && shown.size() < count) {
                        shown.add(one);
                    }
                }
            }
        }
        return new Stretch(shown, total);
    }

    static UserDocuments.Meta meta(Pushed pushed, String base) {
        return new UserDocuments.Meta(
                pushed.id().toString(),
                pushed.version(),
                pushed.madeAt(),
                pushed.changedAt(),
                base + "/Users/" + pushed.id());
    }
}
