package wexa.core.person;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import wexa.core.finding.Finding;
import wexa.core.model.Account;
import wexa.core.model.Effect;
import wexa.core.model.IssuedName;
import wexa.core.model.Kind;
import wexa.core.model.Model;
import wexa.core.model.Person;
import wexa.core.value.Id;

/** What was once somebody's handle, address or user name is never issued to somebody else. */
public final class IssuedNames {
    private IssuedNames() {}

    /** Keeps the names that the person gives up. */
    public static List<Effect> givenUp(Person before, Person after, Model model) {
        List<Effect> effects = new ArrayList<>();
        if (!before.handle().equals(after.handle())) {
            keep(IssuedName.Sort.HANDLE, before.handle().text(), Optional.of(before.id()), model)
                    .ifPresent(effects::add);
        }
        before.mail()
                .filter(mail -> !after.mail().equals(Optional.of(mail)))
                .flatMap(mail -> keep(IssuedName.Sort.MAIL, mail.text(), Optional.of(before.id()), model))
                .ifPresent(effects::add);
        return effects;
    }

    /** Keeps the user name that an account gives up. */
    public static List<Effect> givenUp(Account before, Account after, Model model) {
        String name = Account.uniqueName(before.tenant(), before.userName());
        return name.equals(Account.uniqueName(after.tenant(), after.userName()))
                ? List.of()
                : keep(IssuedName.Sort.USER_NAME, name, before.person(), model).stream()
                        .toList();
    }

    private static Optional<Effect> keep(IssuedName.Sort sort, String text, Optional<Id<Person>> person, Model model) {
        IssuedName issued = IssuedName.of(sort, text, person);
        return model.table(Kind.ISSUED_NAME).find(issued.id()).isPresent()
                ? Optional.empty()
                : Optional.of(Effect.make(issued));
    }

    /** Who had the name before, if that was somebody else. */
    public static Optional<IssuedName> holder(
            Model model, IssuedName.Sort sort, String text, Optional<Id<Person>> self) {
        return model.table(Kind.ISSUED_NAME).by(IssuedName.BY_NAME, IssuedName.key(sort, text)).stream()
                .filter(issued -> self.isEmpty() || !issued.person().equals(self))
                .findFirst();
    }

    public static Finding finding(Model model, IssuedName held, String path, String value, String free) {
        String holder =
                held.person().flatMap(model.people()::find).map(Person::name).orElse("another account");
        return Finding.of(PersonCodes.NAME_ISSUED_BEFORE, path, "value", value, "holder", holder, "free", free);
    }
}
