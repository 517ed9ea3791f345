package wexa.core.moving;

import java.time.Instant;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import wexa.core.leaving.Holding.Planned;
import wexa.core.likeness.Trait.HasAccount;
import wexa.core.likeness.Trait.HasRole;
import wexa.core.likeness.Trait.InGroup;
import wexa.core.likeness.Trait.Thing;
import wexa.core.model.Account;
import wexa.core.model.AccountKind;
import wexa.core.model.Assignment;
import wexa.core.model.Fact;
import wexa.core.model.GroupKind;
import wexa.core.model.Kind;
import wexa.core.model.Membership;
import wexa.core.model.Model;
import wexa.core.model.Person;
import wexa.core.model.Seat;
import wexa.core.model.Subject;
import wexa.core.value.Id;
import wexa.core.value.Window;

/** What somebody has that was given by hand, with what ends each, and the groups of the directory that they are in. */
final class HeldThings {
    private final Model model;
    private final Instant now;
    private final Map<Thing, List<Held>> byHand = new LinkedHashMap<>();
    private final List<InGroup> ofDirectory = new ArrayList<>();

    /** A fact by which something is held, and what ends it: with a last day, or at once. One is the same as another of its fact. */
    record Held(Fact fact, boolean isAccount, Ending ending) {
        @Override
        public boolean equals(Object other) {
            return other instanceof Held held && held.fact.id().equals(fact.id());
        }

        @Override
        public int hashCode() {
            return fact.id().hashCode();
        }
    }

    interface Ending {
        List<Planned> at(Optional<Instant> until);
    }

    private HeldThings(Model model, Instant now) {
        this.model = model;
        this.now = now;
    }

    /** What has not ended by then. Costs what the person has. */
    static HeldThings of(Model model, Person person, Instant now) {
        HeldThings things = new HeldThings(model, now);
        things.collect(person);
        return things;
    }

    Map<Thing, List<Held>> byHand() {
        return byHand;
    }

    List<InGroup> ofDirectory() {
        return ofDirectory;
    }

    private void collect(Person person) {
        Subject self = new Subject.OfPerson(person.id());
        for (Membership one : model.table(Kind.MEMBERSHIP).by(Membership.BY_MEMBER, self)) {
            if (!one.window().endsBy(now)) {
                if (model.groups().get(one.group()).kind() == GroupKind.DIRECTORY) {
                    ofDirectory.add(new InGroup(one.group()));
                } else {
                    byHand.computeIfAbsent(new InGroup(one.group()), any -> new ArrayList<>())
                            .add(new Held(
                                    one,
                                    false,
                                    until -> end("membership.end", "membership", one.id(), one.window(), until)));
                }
            }
        }
        for (Assignment one : model.table(Kind.ASSIGNMENT).by(Assignment.BY_SUBJECT, self)) {
            if (!one.window().endsBy(now)) {
                byHand.computeIfAbsent(new HasRole(one.role(), one.tenant(), one.area()), any -> new ArrayList<>())
                        .add(new Held(
                                one,
                                false,
                                until -> end("assignment.end", "assignment", one.id(), one.window(), until)));
            }
        }
        for (Account one : model.table(Kind.ACCOUNT).by(Account.BY_PERSON, person.id())) {
            if (one.isOpen() && one.kind() == AccountKind.PERSON) {
                byHand.computeIfAbsent(new HasAccount(one.tenant(), Optional.empty()), any -> new ArrayList<>())
                        .add(new Held(one, true, until -> closing(one, until)));
            }
        }
    }

    static List<Planned> ends(List<Held> facts, Optional<Instant> until) {
        return facts.stream().flatMap(one -> one.ending().at(until).stream()).toList();
    }

    /** Accounts have no day of their own: with a grace, they stay until somebody closes them. */
    private List<Planned> closing(Account account, Optional<Instant> until) {
        if (until.isPresent()) {
            return List.of();
        }
        List<Planned> closing = new ArrayList<>();
        model.table(Kind.SEAT).by(Seat.BY_ACCOUNT, account.id()).stream()
                .filter(seat -> !seat.window().endsBy(now))
                .forEach(seat -> closing.addAll(end("seat.return", "seat", seat.id(), seat.window(), until)));
        closing.add(new Planned("account.close", Map.of("account", account.id().toString())));
        return closing;
    }

    /** What ends by itself before needs no change. */
    private static List<Planned> end(String form, String field, Id<?> id, Window window, Optional<Instant> until) {
        if (until.filter(window::endsBy).isPresent()) {
            return List.of();
        }
        Map<String, String> fields = new HashMap<>();
        fields.put(field, id.toString());
        until.ifPresent(at -> fields.put("until", at.toString()));
        return List.of(new Planned(form, fields));
    }
}
