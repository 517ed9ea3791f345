package wexa.core.likeness;

import java.time.Instant;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import wexa.core.access.AccessIndex;
import wexa.core.model.Account;
import wexa.core.model.Assignment;
import wexa.core.model.Group;
import wexa.core.model.GroupKind;
import wexa.core.model.Kind;
import wexa.core.model.Membership;
import wexa.core.model.Model;
import wexa.core.model.Person;
import wexa.core.model.Seat;
import wexa.core.model.Subject;
import wexa.core.model.Tenant;
import wexa.core.value.Id;
import wexa.core.value.Key;

/** The people nearest to a profile, and what they have in common, so that somebody new can start like them. */
public final class Peers {
    /** More would make "nearly all" mean less: the further ones do other work. */
    private static final int MOST = 12;
    /** So many of the nearest are enough to leave out those who are further. */
    private static final int ENOUGH = 3;

    private final Model model;
    private final AccessIndex index;
    private final Instant at;

    public Peers(Model model, AccessIndex index, Instant at) {
        this.model = model;
        this.index = index;
        this.at = at;
    }

    private record Near(Id<Person> person, int nearness) {}

    /**
     * Those engaged now whose profile is nearest, the nearest first and then by handle; never {@code except}. Where
     * enough are equally near, those further are left out. Costs one look at every engagement.
     */
    public List<Id<Person>> nearest(Profile profile, Id<Person> except) {
        Map<Id<Person>, Integer> best = new HashMap<>();
        model.table(Kind.ENGAGEMENT).forEach(engagement -> {
            int nearness = profile.nearness(engagement);
            if (Profile.isPeer(nearness)
                    && engagement.window().contains(at)
                    && !engagement.person().equals(except)) {
                best.merge(engagement.person(), nearness, Math::max);
            }
        });
        List<Near> all = new ArrayList<>();
        best.forEach((person, nearness) -> all.add(new Near(person, nearness)));
        all.sort(Comparator.comparingInt(Near::nearness)
                .reversed()
                .thenComparing(
                        near -> model.people().get(near.person()).handle().text()));
        List<Id<Person>> found = new ArrayList<>();
        int last = 0;
        for (Near near : all) {
            if (found.size() == MOST || (near.nearness() < last && found.size() >= ENOUGH)) {
                break;
            }
            found.add(near.person());
            last = near.nearness();
        }
        return found;
    }

    /** What these people have, what most have first. Ruled groups count only where the profile's own rule gives them. */
    public List<Trait> traits(List<Id<Person>> peers, Profile profile) {
        Map<Trait.Thing, Integer> lasting = new LinkedHashMap<>();
        Map<Id<Tenant>, Map<Key, Integer>> seats = new HashMap<>();
        for (Id<Person> peer : peers) {
            Map<Trait.Thing, Boolean> theirs = new LinkedHashMap<>();
            groups(peer, theirs);
            roles(peer, theirs);
            accounts(peer, theirs, seats);
            theirs.forEach((thing, isLasting) -> lasting.merge(thing, isLasting ? 1 : 0, Integer::sum));
        }
        List<Trait> traits = new ArrayList<>();
        lasting.forEach((thing, having) -> verdict(thing, having, peers.size(), profile)
                .ifPresent(verdict -> traits.add(new Trait(seated(thing, seats), having, peers.size(), verdict))));
        traits.sort(Comparator.comparingInt(Trait::having).reversed());
        return traits;
    }

    /** The same traits, those marked that a conflict rule keeps apart from the rest in this person at an instant. */
    public List<Trait> judged(List<Trait> traits, Id<Person> person, Instant when) {
        boolean isJudged = model.table(Kind.CONFLICT_RULE).size() > 0
                && model.people().find(person).isPresent();
        return isJudged ? new PeerConflicts(model, index, person, when).judged(traits) : traits;
    }

    private void groups(Id<Person> peer, Map<Trait.Thing, Boolean> theirs) {
        Subject.OfPerson subject = new Subject.OfPerson(peer);
        for (Membership one : model.table(Kind.MEMBERSHIP).by(Membership.BY_MEMBER, subject)) {
            if (one.window().contains(at)) {
                theirs.merge(new Trait.InGroup(one.group()), one.window().isOpenEnded(), Boolean::logicalOr);
            }
        }
        for (Id<Group> group : index.groupsOf(peer, at)) {
            if (model.groups().get(group).kind() != GroupKind.ASSIGNED) {
                theirs.put(new Trait.InGroup(group), true);
            }
        }
    }

    private void roles(Id<Person> peer, Map<Trait.Thing, Boolean> theirs) {
        for (Assignment one : model.table(Kind.ASSIGNMENT).by(Assignment.BY_SUBJECT, new Subject.OfPerson(peer))) {
            if (one.window().contains(at)) {
                theirs.merge(
                        new Trait.HasRole(one.role(), one.tenant(), one.area()),
                        one.window().isOpenEnded(),
                        Boolean::logicalOr);
            }
        }
    }

    private void accounts(Id<Person> peer, Map<Trait.Thing, Boolean> theirs, Map<Id<Tenant>, Map<Key, Integer>> seats) {
        for (Account account : model.table(Kind.ACCOUNT).by(Account.BY_PERSON, peer)) {
            if (account.isOpen()) {
                theirs.put(new Trait.HasAccount(account.tenant(), Optional.empty()), true);
                model.table(Kind.SEAT).by(Seat.BY_ACCOUNT, account.id()).stream()
                        .filter(seat -> seat.window().contains(at))
                        .forEach(seat -> seats.computeIfAbsent(account.tenant(), any -> new HashMap<>())
                                .merge(seat.kind(), 1, Integer::sum));
            }
        }
    }

    private static Trait.Thing seated(Trait.Thing thing, Map<Id<Tenant>, Map<Key, Integer>> seats) {
        return thing instanceof Trait.HasAccount account
                ? new Trait.HasAccount(
                        account.tenant(),
                        seats.getOrDefault(account.tenant(), Map.of()).entrySet().stream()
                                .max(Map.Entry.<Key, Integer>comparingByValue()
                                        .thenComparing(seat -> seat.getKey().text()))
                                .map(Map.Entry::getKey))
                : thing;
    }

    /** Empty for a ruled group whose rule does not reach the profile: it cannot be had by taking it over. */
    private Optional<Trait.Verdict> verdict(Trait.Thing thing, int having, int of, Profile profile) {
        if (thing instanceof Trait.InGroup in) {
            Group group = model.groups().get(in.group());
            if (group.kind() == GroupKind.DIRECTORY) {
                return Optional.of(Trait.Verdict.DECIDED_ELSEWHERE);
            }
            if (group.kind() == GroupKind.RULED) {
                return group.condition()
                        .filter(condition ->
                                condition.matches(profile.kind(), profile.unit(), profile.job(), profile.custom()))
                        .map(condition -> Trait.Verdict.DECIDED_ELSEWHERE);
            }
        }
        return Optional.of(Trait.judged(having, of));
    }

    /** What somebody has by now, whether or not it lasts; accounts without their seats. */
    public Set<Trait.Thing> has(Id<Person> person) {
        Map<Trait.Thing, Boolean> theirs = new LinkedHashMap<>();
        groups(person, theirs);
        roles(person, theirs);
        accounts(person, theirs, new HashMap<>());
        return theirs.keySet();
    }
}
