package wexa.core.intake;

import java.time.Instant;
import java.time.ZoneId;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import java.util.regex.Pattern;
import wexa.core.change.AccountChange;
import wexa.core.change.AssignmentChange;
import wexa.core.change.Change;
import wexa.core.change.EngagementChange;
import wexa.core.change.InvitationChange;
import wexa.core.change.MembershipChange;
import wexa.core.change.SeatChange;
import wexa.core.change.UnitChange;
import wexa.core.change.UserNames;
import wexa.core.finding.Code;
import wexa.core.finding.Finding;
import wexa.core.model.Account;
import wexa.core.model.AccountKind;
import wexa.core.model.Area;
import wexa.core.model.Assignment;
import wexa.core.model.Engagement;
import wexa.core.model.EngagementKind;
import wexa.core.model.Fact;
import wexa.core.model.Group;
import wexa.core.model.Id;
import wexa.core.model.Invitation;
import wexa.core.model.Key;
import wexa.core.model.Kind;
import wexa.core.model.Membership;
import wexa.core.model.Model;
import wexa.core.model.Person;
import wexa.core.model.Role;
import wexa.core.model.Seat;
import wexa.core.model.Subject;
import wexa.core.model.Tenant;
import wexa.core.model.Unit;
import wexa.core.model.Window;

/** Reads entries into changes against one model. All problems of an entry are reported at once. */
public final class Intake {
    /** No day was said: it begins, or ends, when it is applied, whenever that is. */
    private static final Instant WHEN_APPLIED = Instant.MIN;

    private static final Pattern STAFF_NUMBER = Pattern.compile("[A-Za-z0-9-]{1,20}");

    private final Model model;
    private final ZoneId zone;
    private final Instant now;
    private final String reason;

    /** What an entry came to: a change, or the findings that prevent one. */
    public record Reading(Optional<Change> change, List<Finding> findings) {}

    public Intake(Model model, ZoneId zone, Instant now) {
        this(model, zone, now, "");
    }

    /**
     * Reads entries of a draft.
     *
     * @param reason why somebody is put into a group or gets a role where the entry does not say so itself
     */
    public Intake(Model model, ZoneId zone, Instant now, String reason) {
        this.model = model;
        this.zone = zone;
        this.now = now;
        this.reason = reason;
    }

    private static final Map<String, Kind<?>> CHANGED = Map.of(
            "person", Kind.PERSON,
            "engagement", Kind.ENGAGEMENT,
            "group", Kind.GROUP,
            "membership", Kind.MEMBERSHIP,
            "account", Kind.ACCOUNT,
            "seat", Kind.SEAT,
            "assignment", Kind.ASSIGNMENT,
            "invitation", Kind.INVITATION);

    /** The fact that an entry changes or ends, as the model has it; empty for entries that make one. */
    public static Optional<Fact> target(Entry entry, Model model) {
        Kind<?> kind = CHANGED.get(entry.thing());
        String id = entry.fields().getOrDefault(entry.thing(), "");
        return entry.isChanging() && kind != null && Fields.isId(id) ? model.find(kind, Id.of(id)) : Optional.empty();
    }

    public Reading read(Entry entry) {
        Fields fields = new Fields(withKnown(entry), zone);
        Lookups lookups = new Lookups(model, fields);
        Optional<? extends Change> change = switch (entry.form()) {
            case "unit.make" -> unit(fields, lookups).map(UnitChange.Make::new);
            case "person.add", "person.edit" -> new PersonReader(model, fields, lookups).read(entry.form());
            case "engagement.begin" ->
                engagement(fields, lookups, fields.id("id"), today()).map(EngagementChange.Begin::new);
            case "engagement.edit" ->
                lookups.fact("engagement", Kind.ENGAGEMENT)
                        .flatMap(known -> engagement(
                                fields,
                                lookups,
                                Optional.of(known.id()),
                                known.window().from()))
                        .map(EngagementChange.Edit::new);
            case "engagement.end" ->
                ending(lookups.fact("engagement", Kind.ENGAGEMENT), fields, EngagementChange.End::new);
            case "group.make", "group.edit", "group.retire", "group.list", "group.delist" ->
                new GroupReader(model, fields, lookups).read(entry.form());
            case "membership.put" ->
                membership(fields, lookups, fields.id("id")).map(MembershipChange.Put::new);
            case "membership.list" ->
                membership(fields, lookups, fields.id("id")).map(MembershipChange.Enlist::new);
            case "membership.delist" ->
                lookups.fact("membership", Kind.MEMBERSHIP).map(MembershipChange.Delist::new);
            case "membership.edit" ->
                lookups.fact("membership", Kind.MEMBERSHIP)
                        .flatMap(known -> edited(known, fields))
                        .map(MembershipChange.Edit::new);
            case "membership.end" ->
                ending(lookups.fact("membership", Kind.MEMBERSHIP), fields, MembershipChange.End::new);
            case "account.open" -> {
                Optional<String> found =
                        Optional.of(fields.optionalText("found")).filter(text -> !text.isEmpty());
                yield account(fields, lookups).map(account -> new AccountChange.Open(account, found));
            }
            case "account.edit" ->
                lookups.fact("account", Kind.ACCOUNT)
                        .map(known -> edited(known, fields))
                        .map(AccountChange.Edit::new);
            case "account.close" -> lookups.fact("account", Kind.ACCOUNT).map(AccountChange.Close::new);
            case "seat.give" -> seat(fields, lookups).map(SeatChange.Give::new);
            case "seat.swap" ->
                lookups.fact("seat", Kind.SEAT)
                        .flatMap(known -> fields.value("kind", Key::accepts, Key::of)
                                .map(kind -> new Seat(known.id(), known.account(), kind, known.window())))
                        .map(SeatChange.Swap::new);
            case "seat.return" -> ending(lookups.fact("seat", Kind.SEAT), fields, SeatChange.Return::new);
            case "assignment.give" -> assignment(fields, lookups).map(AssignmentChange.Give::new);
            case "assignment.edit" ->
                lookups.fact("assignment", Kind.ASSIGNMENT)
                        .flatMap(known -> edited(known, fields, lookups))
                        .map(AssignmentChange.Edit::new);
            case "assignment.end" ->
                ending(lookups.fact("assignment", Kind.ASSIGNMENT), fields, AssignmentChange.End::new);
            case "invitation.send" -> {
                Optional<Id<Invitation>> id = fields.id("id");
                Optional<Id<Person>> person = lookups.person("person");
                yield id.flatMap(made -> person.map(whom -> new InvitationChange.Send(made, whom)));
            }
            case "invitation.accept" ->
                lookups.fact("invitation", Kind.INVITATION).map(InvitationChange.Accept::new);
            case "invitation.withdraw" ->
                lookups.fact("invitation", Kind.INVITATION).map(InvitationChange.Withdraw::new);
            default -> unknownForm(entry.form(), fields);
        };
        List<Finding> findings = fields.findings();
        boolean blocked = findings.stream().anyMatch(Finding::blocks);
        return new Reading(blocked ? Optional.empty() : change.map(Change.class::cast), findings);
    }

    /** In an edit of an engagement, a field that is not there leaves what was; one that is empty takes it away. */
    private Map<String, String> withKnown(Entry entry) {
        if (!entry.form().equals("engagement.edit")) {
            return entry.fields();
        }
        Map<String, String> fields = new TreeMap<>();
        target(entry, model).ifPresent(known -> fields.putAll(new FactFields(known).map()));
        fields.putAll(entry.fields());
        return fields;
    }

    private static Optional<Change> unknownForm(String form, Fields fields) {
        fields.report(Finding.of(Code.FORM_UNKNOWN, "form", "value", form));
        return Optional.empty();
    }

    /** Makes the change that ends a fact. */
    private interface Ending<T, C> {
        C of(T fact, Instant at);
    }

    private <T, C extends Change> Optional<C> ending(Optional<T> fact, Fields fields, Ending<T, C> make) {
        Optional<Instant> end = fields.end(WHEN_APPLIED);
        return fact.flatMap(known -> end.map(at -> make.of(known, at)));
    }

    private Optional<Unit> unit(Fields fields, Lookups lookups) {
        Optional<Id<Unit>> id = fields.id("id");
        Optional<Key> key = fields.value("key", Key::accepts, Key::of);
        String name = fields.text("name");
        Optional<Id<Unit>> parent = fields.has("parent") ? lookups.unit("parent") : Optional.empty();
        return id.isEmpty() || key.isEmpty()
                ? Optional.empty()
                : Optional.of(new Unit(id.get(), key.get(), name, parent, zone));
    }

    private Optional<Engagement> engagement(
            Fields fields, Lookups lookups, Optional<Id<Engagement>> id, Instant start) {
        fields.raw("engagement");
        Optional<Id<Person>> person = lookups.person("person");
        Optional<EngagementKind> kind = fields.choice("kind", EngagementKind.class);
        Optional<Id<Unit>> unit = lookups.unit("unit");
        String job = fields.text("job");
        Optional<Id<Person>> manager = lookups.optionalPerson("manager");
        Optional<String> number = fields.optionalValue("number", Intake::isStaffNumber, text -> text);
        Optional<Window> window = fields.window(start);
        if (id.isEmpty() || person.isEmpty() || kind.isEmpty() || unit.isEmpty() || window.isEmpty()) {
            return Optional.empty();
        }
        return Optional.of(
                new Engagement(id.get(), person.get(), kind.get(), number, unit.get(), job, manager, window.get()));
    }

    private Instant today() {
        return now.atZone(zone).toLocalDate().atStartOfDay(zone).toInstant();
    }

    private static boolean isStaffNumber(String text) {
        return STAFF_NUMBER.matcher(text).matches();
    }

    private Optional<Membership> membership(Fields fields, Lookups lookups, Optional<Id<Membership>> id) {
        Optional<Subject> member = lookups.subject("member");
        Optional<Id<Group>> group = lookups.group("group");
        Optional<Window> window = fields.window(WHEN_APPLIED);
        String because = because(fields);
        if (id.isEmpty() || member.isEmpty() || group.isEmpty() || window.isEmpty()) {
            return Optional.empty();
        }
        return Optional.of(new Membership(id.get(), member.get(), group.get(), window.get(), because));
    }

    private String because(Fields fields) {
        String own = fields.optionalText("because");
        return own.isEmpty() ? reason : own;
    }

    private Optional<Membership> edited(Membership known, Fields fields) {
        String because = fields.has("because") ? fields.optionalText("because") : known.reason();
        return fields.window(known.window().from())
                .map(window -> new Membership(known.id(), known.member(), known.group(), window, because));
    }

    private Optional<Account> account(Fields fields, Lookups lookups) {
        Optional<Id<Account>> id = fields.id("id");
        Optional<Id<Person>> person = lookups.person("person");
        Optional<Id<Tenant>> tenant = lookups.tenant("tenant");
        String given = fields.optionalText("as");
        if (id.isEmpty() || person.isEmpty() || tenant.isEmpty()) {
            return Optional.empty();
        }
        String userName = given.isEmpty()
                ? UserNames.byRule(
                                model,
                                model.tenants().get(tenant.get()),
                                model.people().get(person.get()),
                                now)
                        .orElse("")
                : given;
        return Optional.of(new Account(
                id.get(), tenant.get(), AccountKind.PERSON, person, userName, Account.State.OPEN, attributes(fields)));
    }

    private Account edited(Account known, Fields fields) {
        Map<String, String> attributes = new TreeMap<>(known.attributes());
        attributes.putAll(attributes(fields));
        String userName = fields.has("as") ? fields.optionalText("as") : known.userName();
        return new Account(
                known.id(), known.tenant(), known.kind(), known.person(), userName, known.state(), attributes);
    }

    /** What the app needs besides, such as {@code with.device}. */
    private static Map<String, String> attributes(Fields fields) {
        Map<String, String> found = new TreeMap<>();
        if (fields.has("with.device")) {
            found.put("device", fields.optionalText("with.device"));
        }
        return found;
    }

    private Optional<Seat> seat(Fields fields, Lookups lookups) {
        Optional<Id<Seat>> id = fields.id("id");
        Optional<Account> account = lookups.fact("account", Kind.ACCOUNT);
        Optional<Key> kind = fields.value("kind", Key::accepts, Key::of);
        Optional<Window> window = fields.window(WHEN_APPLIED);
        if (id.isEmpty() || account.isEmpty() || kind.isEmpty() || window.isEmpty()) {
            return Optional.empty();
        }
        return Optional.of(new Seat(id.get(), account.get().id(), kind.get(), window.get()));
    }

    private Optional<Assignment> assignment(Fields fields, Lookups lookups) {
        Optional<Id<Assignment>> id = fields.id("id");
        Optional<Subject> subject = lookups.subject("subject");
        Optional<Id<Role>> role = lookups.role("role");
        Optional<Id<Tenant>> tenant = lookups.tenant("tenant");
        Optional<Id<Area>> area = lookups.optionalArea("area", tenant);
        Optional<Window> window = fields.window(WHEN_APPLIED);
        Optional<Id<Engagement>> engagement = fields.has("engagement")
                ? lookups.fact("engagement", Kind.ENGAGEMENT).map(Engagement::id)
                : Optional.empty();
        String because = because(fields);
        if (id.isEmpty() || subject.isEmpty() || role.isEmpty() || tenant.isEmpty() || window.isEmpty()) {
            return Optional.empty();
        }
        return Optional.of(new Assignment(
                id.get(), subject.get(), role.get(), tenant.get(), area, window.get(), engagement, because));
    }

    private Optional<Assignment> edited(Assignment known, Fields fields, Lookups lookups) {
        Optional<Id<Area>> area =
                fields.has("area") ? lookups.optionalArea("area", Optional.of(known.tenant())) : known.area();
        String because = fields.has("because") ? fields.optionalText("because") : known.reason();
        return fields.window(known.window().from())
                .map(window -> new Assignment(
                        known.id(),
                        known.subject(),
                        known.role(),
                        known.tenant(),
                        area,
                        window,
                        known.engagement(),
                        because));
    }
}
