package wexa.core.leaving;

import java.util.Optional;
import wexa.core.leaving.Holding.Held;
import wexa.core.model.Account;
import wexa.core.model.Area;
import wexa.core.model.Assignment;
import wexa.core.model.ConflictRule;
import wexa.core.model.Engagement;
import wexa.core.model.Group;
import wexa.core.model.GroupKind;
import wexa.core.model.Invitation;
import wexa.core.model.Kind;
import wexa.core.model.Mapping;
import wexa.core.model.Membership;
import wexa.core.model.Model;
import wexa.core.model.Person;
import wexa.core.model.Role;
import wexa.core.model.RoleVariant;
import wexa.core.model.Seat;
import wexa.core.model.Subject;
import wexa.core.model.Unit;
import wexa.core.value.Id;
import wexa.core.value.Window;

/** What each kind of thing that is held is called, and how it came. */
record Titles(Model model) {
    Held of(Engagement one) {
        return new Held(
                one, one.job() + ", " + model.table(Kind.UNIT).get(one.unit()).name(), "", one.window());
    }

    /** The engagement of somebody whom the leaver manages. */
    Held report(Engagement one) {
        return new Held(one, model.people().get(one.person()).name(), "", one.window());
    }

    Held of(Account one) {
        return new Held(one, "Account " + one.userName(), "", Window.ALWAYS);
    }

    /** An account that the leaver answers for. */
    Held owned(Account one) {
        String purpose = one.ownership().map(Account.Ownership::purpose).orElse("");
        return new Held(one, "Account " + one.userName(), purpose, Window.ALWAYS);
    }

    Held of(Seat one) {
        Account account = model.table(Kind.ACCOUNT).get(one.account());
        String kind = model.appOf(model.tenants().get(account.tenant()))
                .seatKind(one.kind())
                .map(known -> known.name())
                .orElse(one.kind().text());
        return new Held(one, kind + " seat", "", one.window());
    }

    Held of(Membership one) {
        Group group = model.groups().get(one.group());
        return new Held(
                one,
                group.name(),
                group.kind() == GroupKind.DIRECTORY ? "from the directory" : direct(one.reason()),
                one.window());
    }

    /** A group that somebody is in by its rule. */
    Held ruled(Group one) {
        return new Held(one, one.name(), "by rule", Window.ALWAYS);
    }

    Held of(Group one) {
        return new Held(one, one.name(), "", Window.ALWAYS);
    }

    Held of(Assignment one) {
        return new Held(
                one,
                role(one.role(), one.area()),
                one.subject() instanceof Subject.OfGroup many ? from(many.group()) : direct(one.reason()),
                one.window());
    }

    Held of(Mapping one) {
        return new Held(one, role(one.role(), one.area()), from(one.directoryGroup()), Window.ALWAYS);
    }

    Held of(Invitation one) {
        return new Held(one, "Invitation to " + one.mail(), "", Window.ALWAYS);
    }

    Held of(Role one) {
        return new Held(one, one.name(), "", Window.ALWAYS);
    }

    Held of(ConflictRule one) {
        return new Held(one, one.name(), "", Window.ALWAYS);
    }

    Held of(RoleVariant one) {
        String where = model.title(model.tenants().get(one.tenant()));
        return new Held(one, model.roles().get(one.role()).name() + " in " + where, "", Window.ALWAYS);
    }

    Held of(Unit one) {
        return new Held(one, one.name(), "", Window.ALWAYS);
    }

    /** Somebody in whose field the leaver stands. */
    Held of(Person one) {
        return new Held(one, one.name(), "", Window.ALWAYS);
    }

    private String role(Id<Role> role, Optional<Id<Area>> area) {
        return model.roles().get(role).name()
                + area.flatMap(model.table(Kind.AREA)::find)
                        .map(one -> " at " + one.name())
                        .orElse("");
    }

    private String from(Id<Group> group) {
        return "from " + model.groups().get(group).name();
    }

    private static String direct(String reason) {
        return reason.isEmpty() ? "direct" : "direct, “" + reason + "”";
    }
}
