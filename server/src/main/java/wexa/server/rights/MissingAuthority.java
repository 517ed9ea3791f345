package wexa.server.rights;

import java.util.List;
import java.util.stream.Collectors;
import wexa.core.governance.Authority;
import wexa.core.governance.Authority.Lack;
import wexa.core.model.Model;
import wexa.core.model.Person;
import wexa.core.preview.Preview;
import wexa.core.value.Id;
import wexa.server.problems.Problem;

/** What somebody lacks to apply something, in words. */
public final class MissingAuthority {
    private static final int MOST_TOLD = 5;

    private MissingAuthority() {}

    public static List<String> of(Actor actor, Preview preview) {
        Model model = preview.model();
        return Authority.lacking(preview, actor.reach(), actor.person()).stream()
                .map(lack -> words(lack, model))
                .toList();
    }

    private static String words(Lack lack, Model model) {
        return switch (lack) {
            case Lack.OfTenant one ->
                model.title(model.tenants().get(one.tenant()))
                        + " is outside your scope, and this draft changes something there.";
            case Lack.OfPerson one -> name(one.person(), model) + " is outside your scope.";
            case Lack.OfIdentity one ->
                name(one.person(), model)
                        + " also works in units outside your scope. Changing their handle, e-mail address, home,"
                        + " directory entry or linked accounts takes an administrator whose scope covers all of them.";
            case Lack.OwnAccess own -> "This draft would give you more access yourself.";
            case Lack.OfEverything all ->
                "This draft changes what all tenants and units share, which takes an administrator with full scope.";
        };
    }

    private static String name(Id<Person> person, Model model) {
        return model.people().find(person).map(Person::name).orElse("A person who was removed");
    }

    /** Throws a 403 that names what is missing. */
    public static void require(Actor actor, Preview preview) {
        List<String> lacks = of(actor, preview);
        if (!lacks.isEmpty()) {
            String more = lacks.size() > MOST_TOLD ? " And " + (lacks.size() - MOST_TOLD) + " more." : "";
            throw new Problem(
                    403,
                    "apply.out-of-reach",
                    lacks.stream().limit(MOST_TOLD).collect(Collectors.joining(" ")) + more
                            + " Ask another administrator to apply it, or take that out.");
        }
    }
}
