package wexa.server.direct;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.time.Instant;
import java.time.ZoneOffset;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.springframework.transaction.support.TransactionTemplate;
import wexa.core.change.Change;
import wexa.core.governance.Reach;
import wexa.core.group.MembershipChange;
import wexa.core.intake.Entry;
import wexa.core.model.Group;
import wexa.core.model.GroupKind;
import wexa.core.model.Kind;
import wexa.core.model.Membership;
import wexa.core.model.Model;
import wexa.core.model.Person;
import wexa.core.model.Subject;
import wexa.core.model.Unit;
import wexa.core.unit.UnitChange;
import wexa.core.value.Id;
import wexa.core.value.Key;
import wexa.core.value.Window;
import wexa.server.problems.Problem;
import wexa.server.rights.Act;
import wexa.server.rights.Actor;
import wexa.server.snapshot.Changeset;
import wexa.server.snapshot.SnapshotStore;
import wexa.server.testing.Browserless;
import wexa.server.testing.Cast;
import wexa.server.testing.Stage;

/** What needs no draft passes the same preview and the same authority as what does. */
class DirectChangesTest {
    private static Stage stage;
    private static DirectChanges changes;
    private static SnapshotStore snapshots;
    private static TransactionTemplate transactions;

    @BeforeAll
    static void start() throws Exception {
        stage = Cast.shared().stage;
        changes = stage.bean(DirectChanges.class);
        snapshots = stage.bean(SnapshotStore.class);
        transactions = stage.bean(TransactionTemplate.class);
    }

    private static Model model() {
        return snapshots.current().model();
    }

    private static void carryOut(Change change) {
        transactions.executeWithoutResult(
                status -> changes.carryOut(Changeset.Origin.DRAFT, "somebody", "A change", change));
    }

    private static Unit unit(String key) {
        return new Unit(Id.of(UUID.randomUUID()), Key.of(key), "The " + key, Optional.empty(), ZoneOffset.UTC);
    }

    @Test
    void whatIsNewIsThereAtOnceAndTold() throws Exception {
        carryOut(new UnitChange.Make(unit("annex")));
        assertThat(model().table(Kind.UNIT).by(Unit.BY_KEY, Key.of("annex"))).hasSize(1);
        assertThat(Browserless.signedIn(stage.address(), "tove", "north-pier-2026")
                        .get("/api/v1/log?text=annex")
                        .body()
                        .toString())
                .contains("make unit annex")
                .contains("somebody");
    }

    @Test
    void whatGivesSomebodySomethingIsForADraft() {
        long version = snapshots.current().version();
        Group group = model().groups().by(Group.BY_KEY, Key.of("lagoon-night")).getFirst();
        assertThat(group.kind()).isEqualTo(GroupKind.ASSIGNED);
        Person outside = model().table(Kind.ENGAGEMENT).stream()
                .filter(engagement -> engagement.window().contains(Instant.now()))
                .map(engagement -> model().people().get(engagement.person()))
                .filter(person -> model().table(Kind.MEMBERSHIP)
                        .by(Membership.BY_MEMBER, new Subject.OfPerson(person.id()))
                        .isEmpty())
                .findFirst()
                .orElseThrow();
        Membership membership = new Membership(
                Id.of(UUID.randomUUID()),
                new Subject.OfPerson(outside.id()),
                group.id(),
                Window.from(Instant.now()),
                "because");
        assertThatThrownBy(() -> carryOut(new MembershipChange.Put(membership)))
                .isInstanceOfSatisfying(
                        Problem.class, problem -> assertThat(problem.code()).isEqualTo("change.needs-review"));
        assertThat(snapshots.current().version()).isEqualTo(version);
    }

    @Test
    void whatIsTakenIsSaidByItsField() {
        Unit taken = model().table(Kind.UNIT).stream().findFirst().orElseThrow();
        Unit twin = new Unit(Id.of(UUID.randomUUID()), taken.key(), "Twin", Optional.empty(), ZoneOffset.UTC);
        assertThatThrownBy(() -> carryOut(new UnitChange.Make(twin)))
                .hasMessageContaining(taken.name())
                .hasMessageContaining("another short name");
    }

    @Test
    void whoIsLimitedMakesNoUnits() {
        Actor limited = new Actor(
                UUID.randomUUID(),
                "limited",
                "Limited",
                Set.of(Act.values()),
                new Reach(Optional.empty(), Optional.of(Set.of(unit("any").id()))),
                false,
                Optional.empty());
        Entry entry = new Entry(
                new Entry.Id(UUID.randomUUID()),
                "unit.make",
                Map.of("id", UUID.randomUUID().toString(), "key", "pavilion", "name", "Pavilion"));
        assertThatThrownBy(() ->
                        transactions.executeWithoutResult(status -> changes.carryOut(limited, "Unit Pavilion", entry)))
                .isInstanceOfSatisfying(
                        Problem.class, problem -> assertThat(problem.code()).isEqualTo("apply.out-of-reach"));
        assertThat(List.copyOf(model().table(Kind.UNIT).by(Unit.BY_KEY, Key.of("pavilion"))))
                .isEmpty();
    }
}
