package wexa.core.preview;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.ZoneOffset;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import java.util.stream.LongStream;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;
import wexa.core.EveryKind;
import wexa.core.RandomModel;
import wexa.core.SampleEntries;
import wexa.core.intake.Entry;
import wexa.core.model.Account;
import wexa.core.model.Area;
import wexa.core.model.Assignment;
import wexa.core.model.Effect;
import wexa.core.model.Engagement;
import wexa.core.model.Fact;
import wexa.core.model.GroupKind;
import wexa.core.model.Invitation;
import wexa.core.model.IssuedName;
import wexa.core.model.Mapping;
import wexa.core.model.Membership;
import wexa.core.model.Seat;
import wexa.core.model.Subject;
import wexa.core.value.Id;

/** In whose histories a change is told. */
class HistoriesTest {
    static LongStream seeds() {
        return LongStream.range(0, 30);
    }

    /** Whom a fact names: the slow way, kind by kind. */
    private static Set<Id<? extends Fact>> named(Fact fact) {
        Set<Id<? extends Fact>> named = new HashSet<>();
        if (fact instanceof Engagement engagement) {
            named.add(engagement.person());
        } else if (fact instanceof Membership membership) {
            named.addAll(List.of(membership.group(), of(membership.member())));
        } else if (fact instanceof Assignment assignment) {
            named.addAll(List.of(assignment.tenant(), assignment.role(), of(assignment.subject())));
        } else if (fact instanceof Mapping mapping) {
            named.addAll(List.of(mapping.tenant(), mapping.role(), mapping.directoryGroup()));
        } else if (fact instanceof Account account) {
            named.add(account.tenant());
            account.person().ifPresent(named::add);
        } else if (fact instanceof Seat seat) {
            named.add(seat.account());
        } else if (fact instanceof Area area) {
            named.add(area.tenant());
        } else if (fact instanceof Invitation invitation) {
            named.add(invitation.person());
        } else if (fact instanceof IssuedName name) {
            name.person().ifPresent(named::add);
        }
        return named;
    }

    private static Id<? extends Fact> of(Subject subject) {
        return subject instanceof Subject.OfPerson one ? one.person() : ((Subject.OfGroup) subject).group();
    }

    @ParameterizedTest(name = "seed {0}")
    @MethodSource("seeds")
    void aChangeIsToldInTheHistoryOfWhatItNamesBeforeAndAfter(long seed) {
        RandomModel made = new RandomModel(seed);
        for (Effect effect : EveryKind.of(made)) {
            Set<Id<? extends Fact>> told = Histories.of(
                            List.of(effect), made.model(), made.model().with(List.of(effect)))
                    .facts();
            assertThat(told).contains(effect.id());
            Stream.of(effect.before(), effect.after())
                    .flatMap(Optional::stream)
                    .forEach(fact -> assertThat(told).containsAll(named(fact)));
        }
    }

    @ParameterizedTest(name = "seed {0}")
    @MethodSource("seeds")
    void nothingThatADraftDoesIsToldNowhere(long seed) {
        RandomModel made = new RandomModel(seed);
        Preview preview =
                Preview.of(Snapshot.compile(1, made.model()), SampleEntries.of(made), RandomModel.NOW, ZoneOffset.UTC);
        Set<Id<? extends Fact>> told = new HashSet<>();
        for (Preview.Outcome outcome : preview.outcomes()) {
            told.addAll(Histories.of(outcome.effects(), preview.snapshot().model(), preview.model())
                    .facts());
        }
        for (Effect effect : preview.effects()) {
            assertThat(told).contains(effect.id());
            assertThat(told).containsAll(named(effect.subject()));
        }
    }

    /** What an entry does not name, but takes with it. */
    @Test
    void whatFallsWithAGroupIsToldOfThoseWhoWereInIt() {
        RandomModel made = new RandomModel(5);
        Membership membership = made.memberships.stream()
                .filter(one -> one.member() instanceof Subject.OfPerson
                        && made.model().groups().get(one.group()).kind() == GroupKind.ASSIGNED)
                .findFirst()
                .orElseThrow();
        Entry retire = new Entry(
                new Entry.Id(new UUID(1, 1)),
                "group.retire",
                Map.of("group", membership.group().toString()));
        Preview preview =
                Preview.of(Snapshot.compile(1, made.model()), List.of(retire), RandomModel.NOW, ZoneOffset.UTC);
        Preview.Outcome outcome = preview.outcomes().get(0);
        assertThat(outcome.state()).as("%s", outcome.findings()).isEqualTo(Preview.State.READY);
        assertThat(Histories.of(outcome.effects(), made.model(), preview.model())
                        .facts())
                .contains(membership.id(), membership.group(), of(membership.member()));
    }
}
