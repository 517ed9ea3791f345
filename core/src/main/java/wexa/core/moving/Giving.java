package wexa.core.moving;

import java.nio.charset.StandardCharsets;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import wexa.core.leaving.Holding.Planned;
import wexa.core.likeness.Trait.HasAccount;
import wexa.core.likeness.Trait.HasRole;
import wexa.core.likeness.Trait.InGroup;
import wexa.core.likeness.Trait.Thing;
import wexa.core.model.Account;
import wexa.core.model.Model;
import wexa.core.model.Person;
import wexa.core.value.Id;

/** The changes that give somebody a thing, in their order. */
final class Giving {
    private Giving() {}

    static List<Planned> of(Thing thing, Person person, Model model, Instant now) {
        return switch (thing) {
            case InGroup in ->
                List.of(new Planned(
                        "membership.put",
                        Map.of(
                                "member",
                                "person:" + person.id(),
                                "group",
                                in.group().toString())));
            case HasRole role -> role(role, person);
            case HasAccount account -> account(account, person, model, now);
        };
    }

    private static List<Planned> role(HasRole role, Person person) {
        Map<String, String> fields = new HashMap<>(Map.of(
                "subject",
                "person:" + person.id(),
                "role",
                role.role().toString(),
                "tenant",
                role.tenant().toString()));
        role.area().ifPresent(area -> fields.put("area", area.toString()));
        return List.of(new Planned("assignment.give", fields));
    }

    /** The seat names the account that is opened before it: the closed one that they have there, else one whose id is made here. */
    private static List<Planned> account(HasAccount account, Person person, Model model, Instant now) {
        Id<Account> id = Account.of(person.id(), account.tenant(), model)
                .map(Account::id)
                .orElseGet(() -> Id.of(UUID.nameUUIDFromBytes(
                        (person.id() + " moves to " + account.tenant() + " " + now).getBytes(StandardCharsets.UTF_8))));
        List<Planned> gives = new ArrayList<>();
        gives.add(new Planned(
                "account.open",
                Map.of(
                        "id",
                        id.toString(),
                        "person",
                        person.id().toString(),
                        "tenant",
                        account.tenant().toString())));
        account.seat()
                .ifPresent(kind ->
                        gives.add(new Planned("seat.give", Map.of("account", id.toString(), "kind", kind.text()))));
        return gives;
    }
}
