package wexa.core;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import java.util.Set;
import java.util.TreeMap;
import java.util.UUID;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import wexa.core.change.Field;
import wexa.core.change.Form;
import wexa.core.change.Nature;
import wexa.core.change.Need;
import wexa.core.lifecycle.PersonStatus;
import wexa.core.model.Account;
import wexa.core.model.AccountKind;
import wexa.core.model.App;
import wexa.core.model.Area;
import wexa.core.model.Assignment;
import wexa.core.model.ConflictException;
import wexa.core.model.ConflictRule;
import wexa.core.model.Effect;
import wexa.core.model.Fact;
import wexa.core.model.Group;
import wexa.core.model.GroupKind;
import wexa.core.model.Home;
import wexa.core.model.Invitation;
import wexa.core.model.Kind;
import wexa.core.model.Model;
import wexa.core.model.Person;
import wexa.core.model.Role;
import wexa.core.model.Seat;
import wexa.core.value.Handle;
import wexa.core.value.Id;
import wexa.core.value.Key;
import wexa.core.value.Mail;
import wexa.core.value.Window;

/** Fields of entries at random, for any form, on a model in which things are called like words of the grammar. */
public final class SampleFields {
    private static final List<String> KEYWORDS =
            List.of("group", "in", "from", "until", "without", "login", "begun", "at", "of", "as", "home", "to");
    private static final List<String> TEXTS = List.of(
            "Keeper",
            "Guide, senior",
            "\"Night\" watch",
            "a\\b",
            "until 2027-01-01",
            "# 7",
            "Лагуна",
            "ラグーン 夜",
            "José  Ñandú",
            "it's",
            "-");

    private final RandomModel made;
    private final Random random;
    private final Model model;

    public SampleFields(RandomModel made, long seed) {
        this.made = made;
        this.random = new Random(seed);
        this.model = named(made);
    }

    public Model model() {
        return model;
    }

    /** The random model with keywords for handles and keys, texts that are easily misread, and invitations. */
    private static Model named(RandomModel made) {
        List<Effect> effects = new ArrayList<>();
        for (int place = 0; place < Math.min(KEYWORDS.size(), made.people.size()); place++) {
            Person person = made.people.get(place);
            effects.add(Effect.replace(
                    person,
                    new Person(
                            person.id(),
                            Handle.of(KEYWORDS.get(place)),
                            person.givenName(),
                            TEXTS.get(place % TEXTS.size()),
                            person.mail(),
                            person.phone(),
                            place % 2 == 0 ? Key.of("orrin") : person.home(),
                            Optional.empty(),
                            person.custom())));
        }
        for (int place = 0; place < made.groups.size(); place++) {
            Group group = made.groups.get(place);
            effects.add(Effect.replace(
                    group,
                    new Group(
                            group.id(),
                            Key.of(KEYWORDS.get((place + 3) % KEYWORDS.size())),
                            group.name(),
                            group.kind(),
                            TEXTS.get(place % TEXTS.size()),
                            List.of(made.people.get(0).id()),
                            group.condition(),
                            group.tags(),
                            group.entry())));
        }
        for (int place = 0; place < made.roles.size(); place++) {
            Role role = made.roles.get(place);
            effects.add(Effect.replace(
                    role,
                    new Role(
                            role.id(),
                            Key.of(KEYWORDS.get(place % KEYWORDS.size())),
                            role.name(),
                            role.description(),
                            role.owner(),
                            role.sets(),
                            role.includes(),
                            role.exclusions())));
        }
        effects.add(Effect.replace(made.apps.get(0), withTasks(made.apps.get(0))));
        made.sets.stream()
                .limit(made.sets.size() / 3)
                .forEach(set -> effects.add(Effect.replace(set, set.asPreset(true))));
        effects.add(Effect.make(new Home(made.id(), Key.of("skerrow"), "Skerrow", Home.Sort.OWN)));
        effects.add(Effect.make(new Home(made.id(), Key.of("orrin"), "Orrin", Home.Sort.PARTNER)));
        made.seats.stream()
                .filter(seat -> seat.hashCode() % 2 == 0)
                .forEach(seat -> effects.add(
                        Effect.replace(seat, new Seat(seat.id(), seat.account(), Key.of("small"), seat.window()))));
        for (int place = 0; place < 3; place++) {
            effects.add(Effect.make(new Account(
                    made.id(),
                    made.tenants.get(place).id(),
                    place == 0 ? AccountKind.SERVICE : AccountKind.SHARED,
                    Optional.empty(),
                    "kept-" + place,
                    Account.State.OPEN,
                    Map.of(),
                    Optional.of(new Account.Ownership(
                            TEXTS.get(place),
                            Optional.of(made.units.get(place).id()),
                            List.of(made.people.get(0).id(), made.people.get(1).id()))))));
        }
        made.people.stream()
                .limit(4)
                .forEach(person -> effects.add(Effect.make(new Invitation(
                        made.id(), person.id(), Mail.of("a@b.example"), RandomModel.NOW, Optional.empty()))));
        for (int place = 0; place < 2; place++) {
            Id<ConflictRule> rule = made.id();
            effects.add(Effect.make(new ConflictException(
                    made.id(),
                    rule,
                    made.people.get(place).id(),
                    Window.of(RandomModel.NOW, RandomModel.NOW.plusSeconds(9_000_000)),
                    "why",
                    "how")));
            effects.add(Effect.make(new ConflictRule(
                    rule,
                    Key.of("rule-" + place),
                    "Rule",
                    "",
                    Optional.empty(),
                    side(made.apps.get(0)),
                    side(made.apps.get(1)),
                    ConflictRule.Within.TENANT,
                    Set.of(ConflictRule.Counted.COMING),
                    ConflictRule.Manner.WARN)));
        }
        return made.model().with(effects);
    }

    private static App withTasks(App app) {
        List<App.SeatKind> seats = new ArrayList<>(app.seatKinds());
        seats.add(new App.SeatKind(Key.of("guest"), "Guest", Set.of()));
        List<App.Task> tasks = IntStream.range(0, 3)
                .mapToObj(number -> new App.Task(
                        Key.of("task-" + number),
                        TEXTS.get(number),
                        TEXTS.get(number + 1),
                        Set.of(app.permissions().get(number))))
                .toList();
        return new App(
                app.id(),
                app.key(),
                app.name(),
                app.resourceTypes(),
                seats,
                app.needs(),
                app.areaUse(),
                tasks,
                app.version());
    }

    private static ConflictRule.Side side(App app) {
        return new ConflictRule.Side(Set.of(app.permissions().getFirst()), Set.of());
    }

    /** Fields for a form: all that it needs, and some of the others. */
    public Map<String, String> of(Form form) {
        Map<String, String> fields = new TreeMap<>();
        if (form.nature() == Nature.MAKES) {
            fields.put("id", made.id().toString());
        }
        for (Field<?> field : form.fields()) {
            boolean isWhole = form.nature() != Nature.CHANGES || form.isOfAPart();
            boolean isNeeded =
                    field.need() == Need.REQUIRED && isWhole || field.name().equals(form.target());
            if (isNeeded || random.nextBoolean()) {
                boolean isCleared =
                        form.nature() == Nature.CHANGES && field.need() == Need.OPTIONAL && random.nextInt(3) == 0;
                fields.put(field.name(), isCleared ? "" : value(field, form, fields));
            }
        }
        return fields;
    }

    private String value(Field<?> field, Form form, Map<String, String> others) {
        return switch (field.name()) {
            case "type" -> made.pick(List.of("text", "number", "date", "person"));
            case "choices" -> form.name().equals("person-field.make") ? "" : "Early, Late, Night, On call";
            case "required" -> "volunteer,contractor";
            case "fields" -> made.pick(List.of("shift=late", "shift=Early,badge=12.50", "badge=7"));
            case "where" -> made.pick(List.of("shift=late", "shift=Early,shift=Night"));
            case "field-value" -> made.pick(List.of("shift=late", "badge=0012"));
            case "field" -> made.pick(made.fields).id().toString();
            // a rule uses the first one
            case "person-field" ->
                made.fields
                        .get(form.name().equals("person-field.retire") ? 1 : 0)
                        .id()
                        .toString();
            case "directory-attribute" -> "shiftPattern";
            case "attribute" -> made.pick(List.of("roles", "entitlements"));
            case "found" -> "there-" + random.nextInt(1_000);
            case "member", "subject" -> random.nextInt(3) == 0 ? "group:" + assigned() : "person:" + any(Kind.PERSON);
            case "owner" -> any(Kind.PERSON);
            case "includes" -> any(Kind.ROLE);
            case "sets", "one-sets", "other-sets" -> any(Kind.PERMISSION_SET);
            case "app" -> apps();
            case "permission" ->
                model.table(Kind.APP)
                        .get(made.apps.get(0).id())
                        .permissions()
                        .get(random.nextInt(3))
                        .toString();
            case "sort" -> made.pick(List.of("look", "work", "decide"));
            case "seat-kind" -> made.pick(List.of("full", "guest"));
            case "task" -> "task-" + random.nextInt(3);
            case "carries", "needs" -> permissions(made.apps.get(0).id());
            case "permissions", "exclusions" -> permissions(form, others);
            case "one" -> permissions(made.apps.get(0).id());
            case "other" -> permissions(made.apps.get(1).id());
            case "one-roles", "other-roles", "source" -> any(Kind.ROLE);
            case "within" -> made.pick(List.of("area", "tenant", "anywhere"));
            case "counting" -> made.pick(List.of("training", "blocked, coming"));
            case "manner" ->
                form.kind() == Kind.ABSENCE
                        ? made.pick(List.of("away", "leave", "suspension"))
                        : made.pick(List.of("block", "warn"));
            case "seats" -> made.pick(List.of("kept", "released"));
            case "object" -> "ACCOUNT:" + any(Kind.ACCOUNT);
            case "differs" -> made.pick(List.of("missing", "seats,mail"));
            case "stage" -> made.pick(List.of("preparation", "open", "closed"));
            case "sensitivity" -> made.pick(List.of("normal", "sensitive", "privileged"));
            case "expected" -> any(Kind.PERSON);
            case "expected-groups" -> any(Kind.GROUP);
            case "owners" ->
                form.kind() == Kind.ACCOUNT ? here() + "," + here() : any(Kind.PERSON) + "," + any(Kind.PERSON);
            case "kept-as" -> made.pick(List.of("shared", "program", "unused"));
            case "login" -> "login-" + random.nextInt(1_000);
            case "units" -> any(Kind.UNIT);
            case "manager" -> any(Kind.PERSON);
            case "parent", "into" -> any(Kind.UNIT);
            case "zone" -> made.pick(List.of("Europe/London", "Atlantic/Azores", "Z"));
            case "cost" -> "CC-" + random.nextInt(1_000);
            case "area" -> area(form, others);
            case "kind" -> form.kind() == Kind.ENGAGEMENT ? made.pick(List.of("employee", "partner")) : "full";
            case "kinds" -> "volunteer,employee";
            case "jobs" -> "\"" + "Guide, senior" + "\",Keeper";
            case "tags" -> made.pick(KEYWORDS) + ",winter";
            case "from", "until" -> day(field.name());
            case "key" -> made.pick(List.of("new-" + random.nextInt(1_000), "because", "keys"));
            case "handle" -> "new." + random.nextInt(1_000);
            case "mail" -> "someone" + random.nextInt(1_000) + "@skerrow.example";
            case "phone" -> "+44 1632 960" + (100 + random.nextInt(900));
            case "home" -> "skerrow";
            case "number" -> "A-" + random.nextInt(100_000);
            default -> reference(field, form).orElseGet(() -> made.pick(TEXTS) + random.nextInt(1_000));
        };
    }

    /** Somebody who is engaged now. */
    private String here() {
        return made.pick(made.people.stream()
                        .filter(person -> PersonStatus.of(model, person.id(), RandomModel.NOW) == PersonStatus.HERE)
                        .toList())
                .id()
                .toString();
    }

    private String apps() {
        return made.apps.get(0).id().toString();
    }

    /** Permissions of the application of the set, or of any. */
    private String permissions(Form form, Map<String, String> others) {
        Id<App> app = form.name().equals("permission-set.edit")
                ? model.table(Kind.PERMISSION_SET)
                        .get(Id.of(others.getOrDefault("permission-set", "")))
                        .app()
                : made.apps.get(0).id();
        return permissions(app);
    }

    private String permissions(Id<App> app) {
        return model.table(Kind.APP).get(app).permissions().stream()
                .limit(1 + random.nextInt(3))
                .map(Object::toString)
                .collect(Collectors.joining(","));
    }

    private Optional<String> reference(Field<?> field, Form form) {
        if (form.kind() == Kind.BINDING && field.name().equals("group")) {
            return Optional.of(made.pick(TEXTS) + random.nextInt(1_000));
        }
        if (form.name().equals("account.own") && field.name().equals("account")) {
            return Optional.of(made.pick(model.table(Kind.ACCOUNT).stream()
                            .filter(account -> account.ownership().isPresent())
                            .toList())
                    .id()
                    .toString());
        }
        if (field.name().equals("group") && form.kind() == Kind.MEMBERSHIP) {
            return Optional.of(form.name().equals("membership.list") ? ofKind(GroupKind.DIRECTORY) : assigned());
        }
        if (form.name().equals("membership.delist") && field.name().equals("membership")) {
            return Optional.of(membership(GroupKind.DIRECTORY));
        }
        if (form.kind() == Kind.MEMBERSHIP && field.name().equals("membership")) {
            return Optional.of(membership(GroupKind.ASSIGNED));
        }
        if (form.name().equals("group.delist")) {
            return Optional.of(ofKind(GroupKind.DIRECTORY));
        }
        if (form.kind() == Kind.GROUP && field.name().equals("group")) {
            return Optional.of(random.nextBoolean() ? assigned() : ofKind(GroupKind.RULED));
        }
        return Kind.all().stream()
                .filter(kind -> kind.text().equals(field.name()))
                .findFirst()
                .map(this::any);
    }

    private String any(Kind<?> kind) {
        List<? extends Fact> facts = model.table(kind).stream().toList();
        return facts.get(random.nextInt(facts.size())).id().toString();
    }

    private String assigned() {
        return ofKind(GroupKind.ASSIGNED);
    }

    private String ofKind(GroupKind kind) {
        List<Group> groups =
                made.groups.stream().filter(group -> group.kind() == kind).toList();
        return groups.isEmpty() ? any(Kind.GROUP) : made.pick(groups).id().toString();
    }

    private String membership(GroupKind kind) {
        List<String> ids = made.memberships.stream()
                .filter(one ->
                        made.groups.stream().anyMatch(group -> group.id().equals(one.group()) && group.kind() == kind))
                .map(one -> one.id().toString())
                .toList();
        return ids.isEmpty() ? any(Kind.MEMBERSHIP) : made.pick(ids);
    }

    /** An area of the tenant that the entry names, or of the assignment that it changes. */
    private String area(Form form, Map<String, String> others) {
        Id<?> tenant = form.nature() == Nature.MAKES
                ? Id.of(others.getOrDefault("tenant", new UUID(0, 0).toString()))
                : model.table(Kind.ASSIGNMENT)
                        .find(Id.<Assignment>of(others.getOrDefault("assignment", "")))
                        .orElseThrow()
                        .tenant();
        List<String> areas = made.areas.stream()
                .filter(area -> area.tenant().equals(tenant))
                .map(Area::id)
                .map(Id::toString)
                .toList();
        return areas.isEmpty() ? "" : made.pick(areas);
    }

    private String day(String name) {
        int day = 1 + random.nextInt(28);
        String text = "2026-" + (name.equals("from") ? "11" : "12") + "-" + (day < 10 ? "0" : "") + day;
        return random.nextInt(5) == 0 ? text + "T10:30:00Z" : text;
    }
}
