package wexa.server.people;

import java.time.Instant;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;
import wexa.core.access.AccessIndex;
import wexa.core.access.Grant;
import wexa.core.access.Path;
import wexa.core.access.PersonSet;
import wexa.core.access.Usability;
import wexa.core.consistency.ObjectKey;
import wexa.core.consistency.ObservedAccess;
import wexa.core.model.App;
import wexa.core.model.Area;
import wexa.core.model.Group;
import wexa.core.model.Kind;
import wexa.core.model.Membership;
import wexa.core.model.Model;
import wexa.core.model.PermissionSet;
import wexa.core.model.Person;
import wexa.core.model.Role;
import wexa.core.model.Subject;
import wexa.core.model.Tenant;
import wexa.core.preview.Preview;
import wexa.core.value.Id;
import wexa.core.value.Permission;
import wexa.core.value.Window;
import wexa.server.readings.Freshness;
import wexa.server.readings.Observations;
import wexa.server.readings.Proofs;

/** Lays out why one permission is held. */
@Component
class WhyViews {
    private final Observations observations;
    private final Proofs proofs;

    /** What is asked about. */
    record Question(Id<Person> person, Tenant tenant, Permission permission, Optional<Area> area) {}

    WhyViews(Observations observations, Proofs proofs) {
        this.observations = observations;
        this.proofs = proofs;
    }

    WhyView of(Preview preview, Question question, Instant at) {
        Model model = preview.model();
        List<Path> ways = ways(model, preview.index(), question, at);
        Usability usability =
                Usability.of(model, question.person(), question.tenant().id(), at);
        App app = model.appOf(question.tenant());
        Optional<String> area = question.area().map(one -> one.key().text());
        Optional<Freshness> freshness = Optional.ofNullable(
                observations.freshness().get(question.tenant().id()));
        Optional<Proofs.Proof> proof = usability
                .account()
                .flatMap(account -> Optional.ofNullable(proofs.about(List.of(account.id()))
                        .getOrDefault(account.id(), Map.of())
                        .get(Proofs.question(question.permission(), area))));
        return new WhyView(
                title(app, question.permission()),
                app.name() + " " + question.tenant().name() + ", "
                        + question.area().map(one -> one.name() + " and below").orElse("everywhere"),
                ways.stream().map(path -> chain(preview, path, question, at)).toList(),
                usability.blocks(question.permission()).stream()
                        .map(block -> block(block, app, question, usability))
                        .toList(),
                expected(ways, usability, question),
                due(preview, question),
                read(preview.index(), question, usability, area, preview.now()),
                freshness.flatMap(Freshness::doneAt).orElse(null),
                proof.map(one -> one.permitted() ? "YES" : "NO").orElse("NOT_ASKED"),
                proof.map(Proofs.Proof::reason).orElse(""),
                proof.map(Proofs.Proof::askedAt).orElse(null));
    }

    private static List<Path> ways(Model model, AccessIndex index, Question question, Instant at) {
        List<Path> ways = new ArrayList<>();
        index.paths(question.person(), at).stream()
                .filter(path -> path.grant().tenant().equals(question.tenant().id())
                        && path.gives(question.permission())
                        && reaches(model, path.grant().area(), question.area()))
                .filter(path -> ways.stream().noneMatch(path::isSameWay))
                .forEach(ways::add);
        return ways;
    }

    private static String expected(List<Path> ways, Usability usability, Question question) {
        return ways.isEmpty() ? "NO" : usability.blocks(question.permission()).isEmpty() ? "YES" : "BLOCKED";
    }

    /** What should be at this moment, without what is only drafted: a tenant cannot show more. */
    private static String due(Preview preview, Question question) {
        Model model = preview.snapshot().model();
        if (model.people().find(question.person()).isEmpty()) {
            return "NO";
        }
        return expected(
                ways(model, preview.snapshot().index(), question, preview.now()),
                Usability.of(model, question.person(), question.tenant().id(), preview.now()),
                question);
    }

    private static boolean reaches(Model model, Optional<Id<Area>> given, Optional<Area> asked) {
        if (given.isEmpty()) {
            return true;
        }
        Optional<Area> at = asked;
        while (at.isPresent()) {
            if (at.get().id().equals(given.get())) {
                return true;
            }
            at = at.get().parent().flatMap(model.table(Kind.AREA)::find);
        }
        return false;
    }

    private static String title(App app, Permission permission) {
        return app.resourceTypes().stream()
                .filter(type -> type.key().equals(permission.type()))
                .flatMap(type -> type.actions().stream()
                        .filter(action -> action.key().equals(permission.action()))
                        .map(action -> type.name() + ": " + action.label()))
                .findFirst()
                .orElse(permission.toString());
    }

    private String read(AccessIndex index, Question question, Usability usability, Optional<String> area, Instant at) {
        if (usability.account().isEmpty()) {
            return "NO_ACCOUNT";
        }
        Model model = index.model();
        ObjectKey key = ObjectKey.account(usability.account().get().id());
        ObservedAccess observed = new ObservedAccess(
                observations.of(question.tenant().id(), ObservedAccess.lookedAt(key, question.tenant(), model)),
                observations.reaching(question.tenant().id(), key),
                key,
                question.tenant(),
                index,
                at);
        return observed.holds(question.permission().toString(), area) ? "YES" : "NO";
    }

    private WhyView.ChainView chain(Preview preview, Path path, Question question, Instant at) {
        Model model = preview.model();
        Optional<Id<?>> first = path.endsFirst().map(id -> (Id<?>) id);
        List<WhyView.LinkView> links = new ArrayList<>();
        links.add(new WhyView.LinkView(
                "PERSON",
                question.person().value(),
                model.people().get(question.person()).name(),
                path.memberships().isEmpty()
                        ? "given directly"
                        : memberNote(model, path.memberships().get(0)),
                until(
                        path.memberships().isEmpty()
                                ? Window.ALWAYS
                                : path.memberships().get(0).window()),
                path.memberships().isEmpty() ? null : 0));
        for (Path.Membership link : path.memberships()) {
            Group group = model.groups().get(link.group());
            links.add(new WhyView.LinkView(
                    "GROUP",
                    group.id().value(),
                    group.name(),
                    groupNote(group),
                    null,
                    losers(preview, group, question, at)));
        }
        Role given = model.roles().get(path.grant().role());
        links.add(new WhyView.LinkView(
                "ROLE",
                given.id().value(),
                given.name(),
                grantNote(model, path.grant()),
                until(path.grant().window()),
                path.grant().subject() instanceof Subject.OfPerson ? 0 : null));
        for (Id<Role> included : path.roles().subList(1, path.roles().size())) {
            Role role = model.roles().get(included);
            links.add(new WhyView.LinkView("ROLE", role.id().value(), role.name(), "included role", null, null));
        }
        PermissionSet set = model.table(Kind.PERMISSION_SET).get(path.set());
        links.add(new WhyView.LinkView("SET", set.id().value(), set.name(), "permission set", null, null));
        return new WhyView.ChainView(path.pattern().name(), links, until(path.window()), first.isPresent());
    }

    private static String memberNote(Model model, Path.Membership link) {
        return switch (link.origin()) {
            case ASSIGNED ->
                model.table(Kind.MEMBERSHIP)
                        .find(Id.<Membership>of(link.source().value()))
                        .map(membership ->
                                membership.reason().isEmpty() ? "direct" : "direct, “" + membership.reason() + "”")
                        .orElse("direct");
            case RULED -> "in by the group's rule";
            case DIRECTORY -> "in by the directory";
        };
    }

    private static String groupNote(Group group) {
        return switch (group.kind()) {
            case ASSIGNED -> "group";
            case RULED -> "rule-based group";
            case DIRECTORY -> "directory group";
        };
    }

    private static String grantNote(Model model, Grant grant) {
        String where = grant.area()
                .map(area -> " at " + model.table(Kind.AREA).get(area).name())
                .orElse("");
        return switch (grant.by()) {
            case ASSIGNMENT -> "role" + where;
            case CARRIED_MAPPING -> "role by mapping" + where;
            case SIGN_IN_MAPPING -> "role at sign-in" + where;
        };
    }

    /** People other than the one asked about who hold this through the group and by no way that avoids it. */
    private static int losers(Preview preview, Group group, Question question, Instant at) {
        PersonSet members = preview.index().membersOf(group.id(), at);
        PersonSet holders =
                preview.index().who(question.tenant().id(), question.area().map(Area::id), question.permission(), at);
        Set<Id<Person>> lose = new HashSet<>();
        for (Id<Person> member : members.all()) {
            boolean onlyHere = holders.contains(member)
                    && !member.equals(question.person())
                    && preview.index().paths(member, at).stream()
                            .filter(path -> path.grant()
                                            .tenant()
                                            .equals(question.tenant().id())
                                    && path.gives(question.permission())
                                    && reaches(preview.model(), path.grant().area(), question.area()))
                            .allMatch(path -> path.memberships().stream()
                                    .anyMatch(link -> link.group().equals(group.id())));
            if (onlyHere) {
                lose.add(member);
            }
        }
        return lose.size();
    }

    private static WhyView.BlockView block(Usability.Block block, App app, Question question, Usability usability) {
        String tenant = app.name() + " " + question.tenant().name();
        String text = switch (block) {
            case NOT_HERE -> "Not at work at this time: no engagement holds, or it is paused.";
            case NO_ACCOUNT -> "There is no account in " + tenant + ". Open one.";
            case ACCOUNT_CLOSED -> "The account in " + tenant + " is closed. Open it again.";
            case SEAT_MISSING ->
                "The seat is "
                        + usability
                                .seat()
                                .flatMap(seat -> app.seatKind(seat.kind()))
                                .map(App.SeatKind::name)
                                .orElse("missing")
                        + "; this needs "
                        + String.join(
                                " or ",
                                app.carriersOf(question.permission()).stream()
                                        .map(App.SeatKind::name)
                                        .toList())
                        + ".";
        };
        return new WhyView.BlockView(block.name(), text);
    }

    private static @Nullable Instant until(Window window) {
        return window.isOpenEnded() ? null : window.until();
    }
}
