package wexa.server.administrators;

import java.util.EnumSet;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.UUID;
import java.util.stream.Collectors;
import org.springframework.transaction.annotation.Transactional;
import wexa.core.governance.Reach;
import wexa.core.model.Kind;
import wexa.core.model.Model;
import wexa.core.model.Person;
import wexa.core.value.Handle;
import wexa.core.value.Id;
import wexa.server.log.Notes;
import wexa.server.problems.Problem;
import wexa.server.rights.Act;
import wexa.server.rights.Actor;
import wexa.server.rights.Administrators;
import wexa.server.rights.Over;
import wexa.server.rights.PasswordRules;
import wexa.server.rights.Requires;
import wexa.server.rights.UseCases;
import wexa.server.securitylog.SecurityLog;
import wexa.server.sessions.SignInResets;
import wexa.server.snapshot.SnapshotStore;
import wexa.server.wiring.BusinessClock;
import wexa.server.wiring.Ids;

/**
 * Making, allowing and ending administrators. Nobody changes what they may do themselves (rule 18), and somebody who may
 * govern always remains (rule 11).
 */
@UseCases
public class AdministratorService {
    private final Administrators administrators;
    private final SnapshotStore snapshots;
    private final Notes notes;
    private final BusinessClock clock;
    private final Ids ids;
    private final SignInResets resets;
    private final SecurityLog security;

    AdministratorService(
            Administrators administrators,
            SnapshotStore snapshots,
            Notes notes,
            BusinessClock clock,
            Ids ids,
            SignInResets resets,
            SecurityLog security) {
        this.administrators = administrators;
        this.snapshots = snapshots;
        this.notes = notes;
        this.clock = clock;
        this.ids = ids;
        this.resets = resets;
        this.security = security;
    }

    @Requires(value = Act.LOOK, over = Over.NOTHING)
    public List<Administrators.Known> all(Actor actor) {
        return administrators.all();
    }

    @Requires(value = Act.LOOK, over = Over.NOTHING)
    Optional<String> nameOf(Actor actor, UUID person) {
        return snapshots.current().model().people().find(Id.of(person)).map(Person::name);
    }

    @Requires(value = Act.GOVERN, over = Over.NOTHING)
    @Transactional
    public void make(Actor actor, String login, String name, String password, Set<Act> acts) {
        requireOwn(actor, acts);
        made(actor.login(), login, name, password, true, acts);
        // nobody hands on more than they reach: another may widen it
        if (!actor.reach().isEverywhere()) {
            administrators.named(login).ifPresent(made -> administrators.setReach(made.id(), actor.reach(), false));
        }
    }

    /** Without an actor, because there is none yet: {@link FirstController} lets in only who knows the code. */
    @Transactional
    void makeFirst(String login, String name, String password) {
        snapshots.lockHead();
        if (!administrators.areNone()) {
            throw new Problem(
                    409, "first.done", "There is an administrator already. Sign in, or ask them for a login.");
        }
        made(login, login, name, password, false, EnumSet.allOf(Act.class));
    }

    private void made(String by, String login, String name, String password, boolean mustChange, Set<Act> acts) {
        if (administrators.named(login).isPresent()) {
            throw Problem.badField(
                    "login",
                    "administrator.login-taken",
                    "The login " + login + " is or was somebody's. Choose another.");
        }
        PasswordRules.require("password", password, List.of(login, name));
        administrators.add(ids.next(), login, name, password, mustChange, withLook(acts), clock.now());
        // a login that is somebody's handle is that person's
        Optional<Handle> handle = Handle.accepts(login) ? Optional.of(Handle.of(login)) : Optional.empty();
        handle.flatMap(known -> snapshots.current().model().people().by(Person.BY_HANDLE, known).stream()
                        .findFirst())
                .ifPresent(person -> administrators.link(login, person.id().value()));
        rights(login, "made, may " + words(withLook(acts)) + ", by " + by);
        notes.write(by, "make administrator " + login + " \"" + name + "\" who may " + words(withLook(acts)));
    }

    /** Whoever works here may look. */
    private static Set<Act> withLook(Set<Act> acts) {
        Set<Act> all = EnumSet.of(Act.LOOK);
        all.addAll(acts);
        return all;
    }

    @Requires(value = Act.GOVERN, over = Over.ADMINISTRATOR)
    @Transactional
    public void allow(Actor actor, UUID id, Set<Act> acts) {
        Administrators.Known known = other(actor, id);
        requireOwn(actor, acts);
        if (known.seesScopeOnly() && !withLook(acts).equals(EnumSet.of(Act.LOOK))) {
            throw Problem.badField(
                    "acts",
                    "administrator.sees-scope-only",
                    "The view of " + known.name()
                            + " is limited to their scope, so that they can only look. Let them see"
                            + " everything first.");
        }
        snapshots.lockHead();
        if (!acts.contains(Act.GOVERN)) {
            requireAnotherGovernor(known);
        }
        administrators.allow(id, withLook(acts));
        rights(known.login(), "may " + words(withLook(acts)) + ", by " + actor.login());
        notes.write(actor.login(), "let administrator " + known.login() + " " + words(withLook(acts)));
    }

    /** Nobody lets somebody reach further than they do themselves. */
    @Requires(value = Act.GOVERN, over = Over.ADMINISTRATOR)
    @Transactional
    public void setReach(Actor actor, UUID id, Reach reach, Optional<Boolean> sight) {
        Administrators.Known known = other(actor, id);
        Model model = snapshots.current().model();
        check(model, reach);
        if (!actor.reach().contains(reach, model)) {
            throw new Problem(
                    403,
                    "administrator.reach",
                    "This is wider than your own scope. Ask an administrator whose scope covers it.");
        }
        // who does not say so lets nobody see more
        boolean seesScopeOnly = sight.orElse(known.seesScopeOnly());
        if (seesScopeOnly) {
            requireLooking(known, reach);
        }
        snapshots.lockHead();
        if (!reach.isEverywhere()) {
            requireAnotherGovernor(known);
        }
        administrators.setReach(id, reach, seesScopeOnly);
        String words = words(model, reach) + (seesScopeOnly ? " and see nothing else" : "");
        rights(known.login(), "may reach " + words + ", by " + actor.login());
        notes.write(actor.login(), "let administrator " + known.login() + " reach " + words);
    }

    /** A change shows in its preview, and often in its errors, what there is elsewhere. */
    private static void requireLooking(Administrators.Known known, Reach reach) {
        if (reach.isEverywhere()) {
            throw Problem.badField(
                    "seesScopeOnly",
                    "administrator.sees-scope-only",
                    "Choose the tenants or units that they may see. Without a limit, let them see everything.");
        }
        if (!known.acts().equals(EnumSet.of(Act.LOOK))) {
            throw Problem.badField(
                    "seesScopeOnly",
                    "administrator.sees-scope-only",
                    "Somebody whose view is limited to their scope can only look. Remove the other rights of "
                            + known.name() + " first.");
        }
    }

    private static void check(Model model, Reach reach) {
        boolean hasTenants = reach.tenants().stream()
                .flatMap(Set::stream)
                .allMatch(tenant -> model.tenants().find(tenant).isPresent());
        if (!hasTenants) {
            throw Problem.badField("tenants", "reference.unresolved", "There is no such tenant. Choose from the list.");
        }
        boolean hasUnits = reach.units().stream()
                .flatMap(Set::stream)
                .allMatch(unit -> model.table(Kind.UNIT).find(unit).isPresent());
        if (!hasUnits) {
            throw Problem.badField("units", "reference.unresolved", "There is no such unit. Choose from the list.");
        }
    }

    private static String words(Model model, Reach reach) {
        String tenants = reach.tenants()
                .map(some -> "tenants "
                        + some.stream()
                                .map(id -> model.path(model.tenants().get(id)))
                                .sorted()
                                .collect(Collectors.joining(" ")))
                .orElse("all tenants");
        String units = reach.units()
                .map(some -> "people of "
                        + some.stream()
                                .map(id -> model.table(Kind.UNIT).get(id).key().text())
                                .sorted()
                                .collect(Collectors.joining(" ")))
                .orElse("everybody");
        return tenants + " and " + units;
    }

    /** Who of the people an administrator is: only then it can be seen whether a draft raises their own access. */
    @Requires(value = Act.GOVERN, over = Over.ADMINISTRATOR)
    @Transactional
    public void setPerson(Actor actor, UUID id, Optional<UUID> person) {
        Administrators.Known known = other(actor, id);
        Optional<Person> named = person.map(one -> snapshots
                .current()
                .model()
                .people()
                .find(Id.of(one))
                .orElseThrow(() -> Problem.badField(
                        "person", "reference.unresolved", "There is no such person. Choose from the list.")));
        administrators.link(known.login(), person.orElse(null));
        notes.write(
                actor.login(),
                "say that administrator " + known.login() + " is "
                        + named.map(one -> one.handle().text()).orElse("none of the people"));
    }

    @Requires(value = Act.GOVERN, over = Over.ADMINISTRATOR)
    @Transactional
    public void end(Actor actor, UUID id) {
        Administrators.Known known = other(actor, id);
        snapshots.lockHead();
        requireAnotherGovernor(known);
        administrators.end(id, clock.now());
        resets.signOut(id);
        rights(known.login(), "ended by " + actor.login());
        notes.write(actor.login(), "end administrator " + known.login());
    }

    private Administrators.Known other(Actor actor, UUID id) {
        if (actor.id().equals(id)) {
            throw new Problem(
                    403,
                    "administrator.self",
                    "Nobody changes what they may do themselves. Ask another administrator.");
        }
        return administrators
                .find(id)
                .filter(known -> known.endedAt().isEmpty())
                .orElseThrow(() -> Problem.notFound("administrator", id));
    }

    /** Nobody hands on what they may not do themselves. */
    private static void requireOwn(Actor actor, Set<Act> acts) {
        Set<Act> more = new TreeSet<>(acts);
        more.removeIf(actor::may);
        if (!more.isEmpty()) {
            throw new Problem(
                    403,
                    "administrator.acts",
                    "You cannot grant a right that you do not have: " + words(more)
                            + ". Ask an administrator who has it.");
        }
    }

    private void requireAnotherGovernor(Administrators.Known going) {
        boolean remains = administrators.all().stream()
                .anyMatch(one -> !one.id().equals(going.id())
                        && one.endedAt().isEmpty()
                        && one.reach().isEverywhere()
                        && one.acts().contains(Act.GOVERN));
        boolean isOne = going.reach().isEverywhere() && going.acts().contains(Act.GOVERN);
        if (isOne && !remains) {
            throw new Problem(
                    409,
                    "administrator.last",
                    going.name()
                            + " is the last administrator with full scope who manages administrators. Let somebody else do so first.");
        }
    }

    /** Another password for somebody who forgot theirs; they choose their own when they sign in with it. */
    @Requires(value = Act.GOVERN, over = Over.ADMINISTRATOR)
    @Transactional
    public void setPassword(Actor actor, UUID id, String password) {
        Administrators.Known known = other(actor, id);
        PasswordRules.require("password", password, List.of(known.login(), known.name()));
        administrators.setPassword(id, password, true);
        resets.signOut(id);
        notes.write(actor.login(), "set another password for administrator " + known.login());
        security.write(
                SecurityLog.Kind.PASSWORD_CHANGED, known.login(), "by " + actor.login() + "; all sessions ended");
    }

    /** For somebody who lost their authenticator and their recovery codes. */
    @Requires(value = Act.GOVERN, over = Over.ADMINISTRATOR)
    @Transactional
    public void removeSecondFactor(Actor actor, UUID id) {
        Administrators.Known known = other(actor, id);
        resets.removeSecondFactor(id);
        notes.write(actor.login(), "remove second factor of administrator " + known.login());
        security.write(SecurityLog.Kind.SECOND_FACTOR_REMOVED, known.login(), "by " + actor.login());
    }

    private void rights(String login, String words) {
        security.write(SecurityLog.Kind.RIGHTS_CHANGED, login, words);
    }

    private static String words(Set<Act> acts) {
        return new TreeSet<>(acts)
                .stream().map(act -> act.name().toLowerCase(Locale.ROOT)).collect(Collectors.joining(", "));
    }
}
