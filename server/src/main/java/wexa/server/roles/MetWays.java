package wexa.server.roles;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import wexa.core.access.Grant;
import wexa.core.access.Path;
import wexa.core.model.Area;
import wexa.core.model.Group;
import wexa.core.model.Kind;
import wexa.core.model.Model;
import wexa.core.model.Person;

/** Says by which way somebody has a side of a conflict, and what would end it. */
final class MetWays {
    private final Model model;

    MetWays(Model model) {
        this.model = model;
    }

    List<RoleViews.MetWay> of(List<Path> paths) {
        return paths.stream().map(this::of).distinct().toList();
    }

    private RoleViews.MetWay of(Path path) {
        String words = model.roles().get(path.grant().role()).name() + " in "
                + model.title(model.tenants().get(path.grant().tenant()))
                + path.grant()
                        .area()
                        .map(model.table(Kind.AREA)::get)
                        .map(Area::name)
                        .map(name -> ", " + name)
                        .orElse("")
                + (path.memberships().isEmpty()
                        ? ", directly"
                        : ", by "
                                + path.memberships().stream()
                                        .map(link ->
                                                model.groups().get(link.group()).name())
                                        .collect(Collectors.joining(" in ")));
        if (path.memberships().isEmpty() && path.grant().by() == Grant.By.ASSIGNMENT) {
            return new RoleViews.MetWay(
                    words,
                    "End the role",
                    "assignment.end",
                    Map.of("assignment", path.grant().source().toString()),
                    "");
        }
        Optional<Path.Membership> first = path.memberships().stream().findFirst();
        return first.map(link -> byGroup(words, link))
                .orElseGet(() -> new RoleViews.MetWay(words, null, null, Map.of(), "It follows from a mapping."));
    }

    private RoleViews.MetWay byGroup(String words, Path.Membership link) {
        Group group = model.groups().get(link.group());
        return switch (group.kind()) {
            case ASSIGNED ->
                new RoleViews.MetWay(
                        words,
                        "Remove from " + group.name(),
                        "membership.end",
                        Map.of("membership", link.source().toString()),
                        "");
            case RULED ->
                new RoleViews.MetWay(
                        words, null, null, Map.of(), "“" + group.name() + "” follows its rule" + owners(group) + ".");
            case DIRECTORY ->
                new RoleViews.MetWay(
                        words,
                        null,
                        null,
                        Map.of(),
                        "“" + group.name() + "” is changed in the directory" + owners(group) + ".");
        };
    }

    private String owners(Group group) {
        String names = group.owners().stream()
                .map(owner -> model.people().find(owner).map(Person::name).orElse(""))
                .filter(name -> !name.isEmpty())
                .collect(Collectors.joining(", "));
        return names.isEmpty() ? "" : "; owned by " + names;
    }
}
