package wexa.core;

import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import wexa.core.intake.Entry;
import wexa.core.model.Tenant;

/** Entries for tests on random models. */
public final class SampleEntries {
    private SampleEntries() {}

    public static Entry entry(RandomModel made, String form, String... namesAndValues) {
        Map<String, String> fields = new HashMap<>();
        for (int at = 0; at + 1 < namesAndValues.length; at += 2) {
            fields.put(namesAndValues[at], namesAndValues[at + 1]);
        }
        UUID id = new UUID(made.random.nextLong(), made.random.nextLong());
        return new Entry(new Entry.Id(id), form, fields);
    }

    /** Ten entries about a newcomer and about people who are there. */
    public static List<Entry> of(RandomModel made) {
        String person = made.id().toString();
        String account = made.id().toString();
        Tenant tenant = made.tenants.get(1);
        String area = made.areas.get(6).id().toString();
        return List.of(
                entry(
                        made,
                        "person.add",
                        "id",
                        person,
                        "handle",
                        "new.one",
                        "given",
                        "New",
                        "family",
                        "One",
                        "home",
                        "skerrow"),
                entry(
                        made,
                        "engagement.begin",
                        "id",
                        made.id().toString(),
                        "person",
                        person,
                        "kind",
                        "employee",
                        "unit",
                        "unit-0",
                        "job",
                        "Guide",
                        "from",
                        "2026-11-23"),
                entry(
                        made,
                        "membership.put",
                        "id",
                        made.id().toString(),
                        "member",
                        "person:" + person,
                        "group",
                        "group-0"),
                entry(
                        made,
                        "account.open",
                        "id",
                        account,
                        "person",
                        person,
                        "tenant",
                        tenant.id().toString()),
                entry(made, "seat.give", "id", made.id().toString(), "account", account, "kind", "full"),
                entry(
                        made,
                        "assignment.give",
                        "id",
                        made.id().toString(),
                        "subject",
                        "person:" + person,
                        "role",
                        "role-1",
                        "tenant",
                        tenant.id().toString(),
                        "area",
                        area),
                entry(
                        made,
                        "membership.put",
                        "id",
                        made.id().toString(),
                        "member",
                        "person.1",
                        "group",
                        "group-2",
                        "until",
                        "2026-12-01"),
                entry(
                        made,
                        "assignment.give",
                        "id",
                        made.id().toString(),
                        "subject",
                        "person.2",
                        "role",
                        "role-2",
                        "tenant",
                        made.tenants.get(2).id().toString()),
                entry(
                        made,
                        "membership.end",
                        "membership",
                        made.memberships.get(0).id().toString()),
                entry(
                        made,
                        "assignment.end",
                        "assignment",
                        made.assignments.get(0).id().toString()));
    }
}
