package wexa.core.leaving;

import java.time.Instant;
import java.util.ArrayList;
import java.util.Collection;
import java.util.Comparator;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import wexa.core.access.Grant;
import wexa.core.access.Path;
import wexa.core.leaving.Holding.Fate;
import wexa.core.leaving.Holding.Held;
import wexa.core.leaving.Holding.Planned;
import wexa.core.leaving.Holding.What;
import wexa.core.model.Account;
import wexa.core.model.AccountKind;
import wexa.core.model.Assignment;
import wexa.core.model.Engagement;
import wexa.core.model.Group;
import wexa.core.model.GroupKind;
import wexa.core.model.Invitation;
import wexa.core.model.Kind;
import wexa.core.model.Mapping;
import wexa.core.model.Membership;
import wexa.core.model.Model;
import wexa.core.model.Person;
import wexa.core.model.Seat;
import wexa.core.model.Subject;
import wexa.core.model.Tenant;
import wexa.core.preview.Snapshot;
import wexa.core.value.Id;
import wexa.core.value.Window;

/**
 * What somebody who leaves holds, with the changes that end it or hand it on. Carried out together, nothing remains: no account
 * is open, no seat taken, no way leads to any permission, and nothing is left to them. Where another engagement goes on, only
 * what the one that ends gives goes with it. Costs what the person holds, a look at groups, roles, rules and units, and one
 * at everybody where fields name people.
 */
public final class LeavingPlan {
    private final Snapshot snapshot;
    private final Model model;
    private final Person person;
    private final Instant now;
    private final Instant at;
    private final Successors successors;
    private final Responsibilities responsibilities;
    private final Titles titles;
    private final List<Holding> holdings = new ArrayList<>();

    /** Who takes over what somebody answers for, by the fact that it is about; where nobody is named, whoever takes over the rest. */
    public record Successors(Optional<Id<Person>> rest, Map<Id<?>, Id<Person>> of) {
        public static final Successors NOBODY = new Successors(Optional.empty(), Map.of());

        public Successors {
            of = Map.copyOf(of);
        }

        Optional<Id<Person>> of(Id<?> fact) {
            return Optional.ofNullable(of.get(fact)).or(() -> rest);
        }
    }

    private LeavingPlan(
            Snapshot snapshot, Person person, When when, Successors successors, Responsibilities responsibilities) {
        this.snapshot = snapshot;
        this.model = snapshot.model();
        this.person = person;
        this.now = when.now();
        this.at = when.at();
        this.successors = successors;
        this.responsibilities = responsibilities;
        this.titles = new Titles(model);
    }

    /**
     * @param at when the person leaves: now, or later; what ends by itself until then needs no change
     */
    public record When(Instant now, Instant at) {
        public When {
            if (at.isBefore(now)) {
                throw new IllegalArgumentException("nobody leaves before now: " + at);
            }
        }

        public static When now(Instant now) {
            return new When(now, now);
        }
    }

    /** All that the person holds, in the order in which it ends, where all their engagements end. */
    public static List<Holding> of(Snapshot snapshot, Person person, When when, Successors successors) {
        return of(snapshot, person, when, successors, ids(running(snapshot.model(), person, when.now())));
    }

    /** @param ending the engagements that end */
    public static List<Holding> of(
            Snapshot snapshot, Person person, When when, Successors successors, Set<Id<Engagement>> ending) {
        Responsibilities responsibilities = Responsibilities.of(snapshot.model(), Set.of(person.id()));
        return new LeavingPlan(snapshot, person, when, successors, responsibilities).made(ending);
    }

    /**
     * Several people who leave together, with all their engagements. None of them takes over from another, and a group that
     * two of them own is handed on by the same change, which is to be made once. Groups, roles, rules, units and people are
     * looked at once for all of them.
     */
    public static Map<Person, List<Holding>> together(
            Snapshot snapshot, Collection<Person> leavers, When when, Successors successors) {
        Set<Id<Person>> ids = new HashSet<>();
        leavers.forEach(one -> ids.add(one.id()));
        Responsibilities responsibilities = Responsibilities.of(snapshot.model(), ids);
        Map<Person, List<Holding>> plans = new LinkedHashMap<>();
        for (Person person : leavers) {
            plans.put(
                    person,
                    new LeavingPlan(snapshot, person, when, successors, responsibilities)
                            .made(ids(running(snapshot.model(), person, when.now()))));
        }
        return plans;
    }

    private List<Holding> made(Set<Id<Engagement>> ending) {
        List<Engagement> all = running(model, person, now);
        boolean isWhole = ending.containsAll(ids(all));
        engagements(all, ending);
        accounts(isWhole);
        memberships(isWhole);
        roles(isWhole, ending);
        if (isWhole) {
            invitations();
            holdings.addAll(new HandingOver(model, titles, person, now, successors, responsibilities).holdings());
        }
        holdings.sort(Comparator.comparing(Holding::what));
        return List.copyOf(holdings);
    }

    private static Set<Id<Engagement>> ids(List<Engagement> engagements) {
        Set<Id<Engagement>> ids = new HashSet<>();
        engagements.forEach(one -> ids.add(one.id()));
        return ids;
    }

    /** Those that have not ended, coming ones among them. */
    private static List<Engagement> running(Model model, Person person, Instant now) {
        return model.table(Kind.ENGAGEMENT).by(Engagement.BY_PERSON, person.id()).stream()
                .filter(one -> !one.window().endsBy(now))
                .toList();
    }

    private void engagements(List<Engagement> all, Set<Id<Engagement>> ending) {
        for (Engagement engagement : all) {
            if (!ending.contains(engagement.id())) {
                add(What.ENGAGEMENT, titles.of(engagement), Optional.empty(), Fate.STAYS);
            } else if (engagement.window().endsBy(at)) {
                add(What.ENGAGEMENT, titles.of(engagement), Optional.empty(), Fate.FOLLOWS);
            } else {
                add(
                        What.ENGAGEMENT,
                        titles.of(engagement),
                        Optional.empty(),
                        ended(engagement.window()),
                        "engagement.end",
                        Map.of("engagement", engagement.id().toString()));
            }
        }
    }

    /** What has not begun by then is not ended: it is cancelled. */
    private Fate ended(Window window) {
        return window.from().isAfter(at) ? Fate.CANCELLED : Fate.ENDS;
    }

    /** What is to end with the person, unless it has ended by then. */
    private void end(What what, Held held, Optional<Id<Tenant>> tenant, String form, String field) {
        if (held.window().endsBy(at)) {
            add(what, held, tenant, Fate.FOLLOWS);
        } else {
            add(
                    what,
                    held,
                    tenant,
                    ended(held.window()),
                    form,
                    Map.of(field, held.fact().id().toString()));
        }
    }

    private void accounts(boolean isWhole) {
        for (Account account : model.table(Kind.ACCOUNT).by(Account.BY_PERSON, person.id())) {
            Optional<Id<Tenant>> tenant = Optional.of(account.tenant());
            if (account.isOpen() && account.kind() != AccountKind.EMERGENCY) {
                if (isWhole) {
                    add(
                            What.ACCOUNT,
                            titles.of(account),
                            tenant,
                            Fate.ENDS,
                            "account.close",
                            Map.of("account", account.id().toString()));
                } else {
                    add(What.ACCOUNT, titles.of(account), tenant, Fate.STAYS);
                }
            }
            for (Seat seat : model.table(Kind.SEAT).by(Seat.BY_ACCOUNT, account.id())) {
                if (!seat.window().endsBy(now)) {
                    if (isWhole) {
                        end(What.SEAT, titles.of(seat), tenant, "seat.return", "seat");
                    } else {
                        add(What.SEAT, titles.of(seat), tenant, Fate.STAYS);
                    }
                }
            }
        }
    }

    private void memberships(boolean isWhole) {
        Subject self = new Subject.OfPerson(person.id());
        for (Membership membership : model.table(Kind.MEMBERSHIP).by(Membership.BY_MEMBER, self)) {
            if (membership.window().endsBy(now)) {
                continue;
            }
            GroupKind kind = model.groups().get(membership.group()).kind();
            if (kind == GroupKind.DIRECTORY) {
                add(What.MEMBERSHIP, titles.of(membership), Optional.empty(), Fate.ELSEWHERE);
            } else if (isWhole) {
                end(What.MEMBERSHIP, titles.of(membership), Optional.empty(), "membership.end", "membership");
            } else {
                add(What.MEMBERSHIP, titles.of(membership), Optional.empty(), Fate.STAYS);
            }
        }
        for (Group ruled : model.groups().by(Group.BY_RULED, true)) {
            boolean isIn = running(model, person, now).stream()
                    .anyMatch(engagement -> ruled.condition().orElseThrow().matches(engagement, model));
            if (isIn) {
                add(What.MEMBERSHIP, titles.ruled(ruled), Optional.empty(), isWhole ? Fate.FOLLOWS : Fate.STAYS);
            }
        }
    }

    private void roles(boolean isWhole, Set<Id<Engagement>> ending) {
        Subject self = new Subject.OfPerson(person.id());
        for (Assignment assignment : model.table(Kind.ASSIGNMENT).by(Assignment.BY_SUBJECT, self)) {
            if (assignment.window().endsBy(now)) {
                continue;
            }
            Optional<Id<Tenant>> tenant = Optional.of(assignment.tenant());
            boolean isBound = assignment.engagement().filter(ending::contains).isPresent();
            if (isBound && !isWhole && assignment.window().isOpenEnded()) {
                add(What.ROLE, titles.of(assignment), tenant, Fate.FOLLOWS);
            } else if (isWhole) {
                end(What.ROLE, titles.of(assignment), tenant, "assignment.end", "assignment");
            } else {
                add(What.ROLE, titles.of(assignment), tenant, Fate.STAYS);
            }
        }
        Set<Grant> seen = new LinkedHashSet<>();
        for (Path path : snapshot.index().paths(person.id(), now)) {
            if (path.grant().subject() instanceof Subject.OfGroup && seen.add(path.grant())) {
                source(path.grant())
                        .ifPresent(source -> add(
                                What.ROLE,
                                source,
                                Optional.of(path.grant().tenant()),
                                isWhole ? Fate.FOLLOWS : Fate.STAYS));
            }
        }
    }

    private Optional<Held> source(Grant grant) {
        return grant.by() == Grant.By.ASSIGNMENT
                ? model.table(Kind.ASSIGNMENT)
                        .find(Id.<Assignment>of(grant.source().value()))
                        .map(titles::of)
                : model.table(Kind.MAPPING)
                        .find(Id.<Mapping>of(grant.source().value()))
                        .map(titles::of);
    }

    private void invitations() {
        for (Invitation invitation : model.table(Kind.INVITATION).by(Invitation.BY_PERSON, person.id())) {
            if (!invitation.isAccepted()) {
                add(
                        What.INVITATION,
                        titles.of(invitation),
                        Optional.empty(),
                        Fate.CANCELLED,
                        "invitation.withdraw",
                        Map.of("invitation", invitation.id().toString()));
            }
        }
    }

    private void add(What what, Held held, Optional<Id<Tenant>> tenant, Fate fate) {
        holdings.add(new Holding(what, held, tenant, fate, Optional.empty()));
    }

    private void add(
            What what, Held held, Optional<Id<Tenant>> tenant, Fate fate, String form, Map<String, String> fields) {
        holdings.add(new Holding(what, held, tenant, fate, Optional.of(new Planned(form, fields))));
    }
}
