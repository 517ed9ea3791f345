package wexa.core.message;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import wexa.core.model.Account;
import wexa.core.model.Kind;
import wexa.core.model.Model;
import wexa.core.model.Person;
import wexa.core.model.Tenant;
import wexa.core.value.Id;

/** An open account of a person, its tenant, and how the person signs in there. */
public record Door(Account account, Tenant tenant, String name, SignIn signIn) {
    /** A person's doors in the order of the tenants. Empty for somebody who is not known or has no open account. */
    public static List<Door> of(Model model, Id<Person> person) {
        List<Door> doors = new ArrayList<>();
        model.people().find(person).ifPresent(known -> {
            for (Account account : model.table(Kind.ACCOUNT).by(Account.BY_PERSON, person)) {
                if (account.isOpen()) {
                    Tenant tenant = model.tenants().get(account.tenant());
                    String name = model.title(tenant);
                    doors.add(new Door(account, tenant, name, SignIn.of(known, tenant)));
                }
            }
        });
        doors.sort(Comparator.comparingInt((Door door) -> door.tenant().colour())
                .thenComparing(door -> door.tenant().key()));
        return doors;
    }

    public boolean needsPassword() {
        return signIn == SignIn.OWN_PASSWORD;
    }
}
