package wexa.server.people;

import java.time.Instant;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import wexa.core.custom.FieldValue;
import wexa.core.lifecycle.MainEngagement;
import wexa.core.model.Account;
import wexa.core.model.Area;
import wexa.core.model.Engagement;
import wexa.core.model.Group;
import wexa.core.model.GroupKind;
import wexa.core.model.Kind;
import wexa.core.model.Membership;
import wexa.core.model.Model;
import wexa.core.model.Person;
import wexa.core.model.PersonField;
import wexa.core.model.Role;
import wexa.core.model.Subject;
import wexa.core.model.Tenant;
import wexa.core.preview.Snapshot;
import wexa.core.value.Id;
import wexa.server.problems.Problem;
import wexa.server.rights.Act;
import wexa.server.rights.Actor;
import wexa.server.rights.Over;
import wexa.server.rights.Requires;
import wexa.server.rights.UseCases;
import wexa.server.snapshot.SnapshotStore;
import wexa.server.wiring.BusinessClock;
import wexa.server.wiring.Ids;

/** What one act on several people comes to, as entries of a draft. Nothing is kept: whoever asks puts them into a draft. */
@UseCases
public class PeopleActs {
    private final SnapshotStore snapshots;
    private final BusinessClock clock;
    private final Ids ids;
    private final LeavingGuards guards;

    PeopleActs(SnapshotStore snapshots, LeavingGuards guards, BusinessClock clock, Ids ids) {
        this.snapshots = snapshots;
        this.guards = guards;
        this.clock = clock;
        this.ids = ids;
    }

    /** What is to be done with all of them. */
    public enum Kinds {
        ADD_TO_GROUP,
        REMOVE_FROM_GROUP,
        GIVE_ROLE,
        EXTEND,
        OPEN_ACCOUNTS,
        SET_FIELD,
        OFFBOARD
    }

    /**
     * @param group for acts on a group
     * @param tenant for roles and accounts
     * @param until the last day, as entries have it; empty for none
     * @param value what they are to have in the field; empty for nothing
     * @param at when they leave; empty for now
     * @param successor who takes over what those who leave own, lead or answer for
     */
    record Wanted(
            Kinds act,
            Optional<UUID> group,
            Optional<UUID> role,
            Optional<UUID> tenant,
            Optional<UUID> area,
            String from,
            String until,
            Optional<UUID> field,
            String value,
            Optional<Instant> at,
            Optional<UUID> successor) {}

    /**
     * Entries for those whom the act concerns.
     *
     * @param left who is left out, and why
     * @param open what remains to be decided about those who are not
     */
    public record ActView(List<ActEntry> entries, List<LeftOut> left, List<LeftOut> open) {}

    public record ActEntry(String form, Map<String, String> fields) {}

    public record LeftOut(UUID person, String name, String why) {}

    @Requires(value = Act.PREPARE, over = Over.SIGHT)
    public ActView entries(Actor actor, List<UUID> people, Wanted wanted) {
        Snapshot snapshot = snapshots.current();
        Model model = snapshot.model();
        Instant now = clock.now();
        List<Person> chosen = new ArrayList<>();
        for (UUID id : people) {
            Person person = model.people().find(Id.<Person>of(id)).orElseThrow(() -> Problem.notFound("person", id));
            actor.requireSight(person.id(), model, now);
            chosen.add(person);
        }
        if (wanted.act() == Kinds.OFFBOARD) {
            return new Wave(snapshot, actor, guards, now).offboard(chosen, wanted);
        }
        Preparing preparing = new Preparing(model, now, wanted, actor.person(), ids);
        chosen.forEach(preparing::add);
        return new ActView(preparing.entries, preparing.left, List.of());
    }

    private static final class Preparing {
        private final Model model;
        private final Instant now;
        private final Wanted wanted;
        private final Optional<Id<Person>> self;
        private final Ids ids;
        private final List<ActEntry> entries = new ArrayList<>();
        private final List<LeftOut> left = new ArrayList<>();

        Preparing(Model model, Instant now, Wanted wanted, Optional<Id<Person>> self, Ids ids) {
            this.model = model;
            this.now = now;
            this.wanted = wanted;
            this.self = self;
            this.ids = ids;
        }

        void add(Person person) {
            switch (wanted.act()) {
                case ADD_TO_GROUP -> addToGroup(person);
                case REMOVE_FROM_GROUP -> removeFromGroup(person);
                case GIVE_ROLE -> giveRole(person);
                case EXTEND -> extend(person);
                case OPEN_ACCOUNTS -> openAccount(person);
                case SET_FIELD -> setField(person);
                case OFFBOARD -> throw new IllegalArgumentException("people leave together, not one by one");
            }
        }

        private Group group() {
            Group group = wanted.group()
                    .flatMap(id -> model.groups().find(Id.of(id)))
                    .orElseThrow(() -> Problem.badField("group", "field.missing", "Choose a group."));
            if (group.kind() != GroupKind.ASSIGNED) {
                throw Problem.badField(
                        "group",
                        "group.not-assigned",
                        "The members of “" + group.name()
                                + "” follow a rule or a directory. Choose a group whose members are added one by one.");
            }
            return group;
        }

        private Optional<Membership> membership(Person person, Group group) {
            return model.table(Kind.MEMBERSHIP).by(Membership.BY_MEMBER, new Subject.OfPerson(person.id())).stream()
                    .filter(one ->
                            one.group().equals(group.id()) && !one.window().endsBy(now))
                    .findFirst();
        }

        private void addToGroup(Person person) {
            Group group = group();
            if (membership(person, group)
                    .filter(one -> one.window().contains(now) && one.window().isOpenEnded())
                    .isPresent()) {
                leave(person, "is already in the group");
                return;
            }
            put(
                    "membership.put",
                    true,
                    Map.of(
                            "member",
                            "person:" + person.id(),
                            "group",
                            group.id().toString()),
                    true);
        }

        private void removeFromGroup(Person person) {
            membership(person, group())
                    .ifPresentOrElse(
                            one -> put(
                                    "membership.end",
                                    false,
                                    Map.of("membership", one.id().toString()),
                                    false),
                            () -> leave(person, "was not added to the group by hand"));
        }

        private void giveRole(Person person) {
            if (self.filter(person.id()::equals).isPresent()) {
                leave(person, "is you; another administrator has to give it");
                return;
            }
            Role role = wanted.role()
                    .flatMap(id -> model.roles().find(Id.of(id)))
                    .orElseThrow(() -> Problem.badField("role", "field.missing", "Choose a role."));
            Tenant tenant = tenant();
            Map<String, String> fields = new LinkedHashMap<>();
            fields.put("subject", "person:" + person.id());
            fields.put("role", role.id().toString());
            fields.put("tenant", tenant.id().toString());
            wanted.area()
                    .ifPresent(area -> fields.put(
                            "area",
                            model.table(Kind.AREA)
                                    .find(Id.<Area>of(area))
                                    .orElseThrow(
                                            () -> Problem.badField("area", "reference.unresolved", "Choose an area."))
                                    .id()
                                    .toString()));
            put("assignment.give", true, fields, true);
        }

        private Tenant tenant() {
            return wanted.tenant()
                    .flatMap(id -> model.tenants().find(Id.of(id)))
                    .orElseThrow(() -> Problem.badField("tenant", "field.missing", "Choose a tenant."));
        }

        /** The engagement that the table tells. */
        private void extend(Person person) {
            if (wanted.until().isBlank()) {
                throw Problem.badField("until", "field.missing", "Choose the new last day.");
            }
            Optional<Engagement> engagement = MainEngagement.of(model, person.id(), now);
            if (engagement.isEmpty()) {
                leave(person, "has no engagement");
            } else if (engagement.get().window().isOpenEnded()) {
                leave(person, "has no last day");
            } else if (engagement.get().window().endsBy(now)) {
                leave(person, "has left; begin a new engagement");
            } else {
                put(
                        "engagement.edit",
                        false,
                        Map.of("engagement", engagement.get().id().toString(), "until", wanted.until()),
                        false);
            }
        }

        private void openAccount(Person person) {
            Tenant tenant = tenant();
            if (Account.of(person.id(), tenant.id(), model)
                    .filter(Account::isOpen)
                    .isPresent()) {
                leave(person, "has an account there");
                return;
            }
            put(
                    "account.open",
                    true,
                    Map.of(
                            "person",
                            person.id().toString(),
                            "tenant",
                            tenant.id().toString()),
                    false);
        }

        private void setField(Person person) {
            PersonField field = wanted.field()
                    .flatMap(id -> model.table(Kind.PERSON_FIELD).find(Id.of(id)))
                    .orElseThrow(() -> Problem.badField("field", "field.missing", "Choose a field."));
            String value = wanted.value().strip();
            Optional<String> kept = FieldValue.kept(field, value, model);
            if (!value.isEmpty() && kept.isEmpty()) {
                throw Problem.badField(
                        "value",
                        "field.malformed",
                        "“" + value + "” cannot be a value of “" + field.label() + "”. " + FieldValue.hint(field));
            }
            if (field.of(person).equals(kept)) {
                leave(person, value.isEmpty() ? "has nothing there" : "has that already");
            } else if (value.isEmpty()) {
                put(
                        "person.clear",
                        false,
                        Map.of(
                                "person",
                                person.id().toString(),
                                "field",
                                field.id().toString()),
                        false);
            } else {
                put(
                        "person.fill",
                        false,
                        Map.of("person", person.id().toString(), "field-value", field.key() + "=" + kept.orElse("")),
                        false);
            }
        }

        private void put(String form, boolean isNew, Map<String, String> fields, boolean hasDays) {
            Map<String, String> all = new LinkedHashMap<>(fields);
            if (isNew) {
                all.put("id", ids.next().toString());
            }
            if (hasDays && !wanted.from().isBlank()) {
                all.put("from", wanted.from());
            }
            if (hasDays && !wanted.until().isBlank()) {
                all.put("until", wanted.until());
            }
            entries.add(new ActEntry(form, all));
        }

        private void leave(Person person, String why) {
            left.add(new LeftOut(person.id().value(), person.name(), why));
        }
    }
}
