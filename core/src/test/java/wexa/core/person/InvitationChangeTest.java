package wexa.core.person;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Instant;
import java.time.ZoneOffset;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import org.junit.jupiter.api.Test;
import wexa.core.RandomModel;
import wexa.core.account.AccountChange;
import wexa.core.account.AccountCodes;
import wexa.core.change.Change;
import wexa.core.change.Resolution;
import wexa.core.engagement.EngagementChange;
import wexa.core.engagement.EngagementCodes;
import wexa.core.finding.Code;
import wexa.core.finding.Finding;
import wexa.core.intake.Entry;
import wexa.core.intake.Intake;
import wexa.core.lifecycle.Identity;
import wexa.core.message.Occasion;
import wexa.core.message.Opening;
import wexa.core.model.Account;
import wexa.core.model.AccountKind;
import wexa.core.model.Effect;
import wexa.core.model.Engagement;
import wexa.core.model.EngagementKind;
import wexa.core.model.Home;
import wexa.core.model.Invitation;
import wexa.core.model.Kind;
import wexa.core.model.Model;
import wexa.core.model.Person;
import wexa.core.registry.Sentences;
import wexa.core.value.Handle;
import wexa.core.value.Id;
import wexa.core.value.Key;
import wexa.core.value.Mail;
import wexa.core.value.Window;

/** People from outside: whose word is enough for an account, and what an invitation does to it. */
class InvitationChangeTest {
    private static final Instant NOW = RandomModel.NOW;

    private final RandomModel made = new RandomModel(5);
    private final Person mattis = person("orrin", Optional.empty(), Optional.of("mattis@orrin.example"));
    private final Id<Invitation> id = made.id();

    private Person person(String home, Optional<String> entry, Optional<String> mail) {
        return new Person(
                made.id(),
                Handle.of("mattis.orrin"),
                "Mattis",
                "Orrin",
                mail.map(Mail::of),
                Optional.empty(),
                Key.of(home),
                entry,
                Map.of());
    }

    private Model model(Person person) {
        Home own = new Home(made.id(), Key.of("skerrow"), "Trust directory", Home.Sort.OWN);
        Home partner = new Home(made.id(), Key.of("orrin"), "Orrin directory", Home.Sort.PARTNER);
        return made.model().with(List.of(Effect.make(own), Effect.make(partner), Effect.make(person)));
    }

    private Resolution open(Person person, Model model) {
        return new AccountChange.Open(new Account(
                        made.id(),
                        made.tenants.get(0).id(),
                        AccountKind.PERSON,
                        Optional.of(person.id()),
                        "mattis.orrin",
                        Account.State.OPEN,
                        Map.of()))
                .resolve(model, NOW);
    }

    private static List<Code> codes(Resolution resolution) {
        return resolution.findings().stream().map(Finding::code).toList();
    }

    private Model invited(Model model) {
        return model.with(
                new InvitationChange.Send(id, mattis.id()).resolve(model, NOW).effects());
    }

    @Test
    void anAccountWaitsUntilTheInvitationIsAccepted() {
        Model model = model(mattis);
        assertThat(codes(open(mattis, model)))
                .contains(PersonCodes.IDENTITY_UNKNOWN)
                .doesNotContain(AccountCodes.ACCOUNT_NO_SIGN_IN);
        Model invited = invited(model);
        assertThat(codes(open(mattis, invited))).contains(PersonCodes.IDENTITY_AWAITED);
        Invitation sent = invited.table(Kind.INVITATION).get(id);
        assertThat(sent.mail()).isEqualTo(Mail.of("mattis@orrin.example"));
        Model accepted = invited.with(
                new InvitationChange.Accept(sent).resolve(invited, NOW).effects());
        assertThat(Identity.of(mattis, accepted)).isEqualTo(Identity.ACCEPTED);
        assertThat(open(mattis, accepted).isBlocked()).isFalse();
        assertThat(new InvitationChange.Accept(sent).resolve(accepted, NOW).isAlreadySo())
                .as("accepting twice")
                .isTrue();
    }

    @Test
    void whomADirectoryListsNeedsNoInvitationAndNeitherDoesOneOfOurOwn() {
        for (Person known : List.of(
                person("orrin", Optional.of("mattis"), Optional.empty()),
                person("skerrow", Optional.empty(), Optional.empty()))) {
            Model model = model(known);
            assertThat(codes(open(known, model)))
                    .doesNotContain(PersonCodes.IDENTITY_UNKNOWN, PersonCodes.IDENTITY_AWAITED);
            assertThat(new InvitationChange.Send(id, known.id())
                            .resolve(model, NOW)
                            .isAlreadySo())
                    .isTrue();
        }
    }

    @Test
    void anInvitationGoesToAnAddressOnceAndCanBeWithdrawn() {
        Person silent = person("orrin", Optional.empty(), Optional.empty());
        assertThat(codes(new InvitationChange.Send(id, silent.id()).resolve(model(silent), NOW)))
                .containsExactly(Code.FIELD_MISSING);
        Model invited = invited(model(mattis));
        assertThat(new InvitationChange.Send(made.id(), mattis.id())
                        .resolve(invited, NOW)
                        .isAlreadySo())
                .isTrue();
        Invitation sent = invited.table(Kind.INVITATION).get(id);
        Model without = invited.with(
                new InvitationChange.Withdraw(sent).resolve(invited, NOW).effects());
        assertThat(Identity.of(mattis, without)).isEqualTo(Identity.UNKNOWN);
        assertThat(codes(new InvitationChange.Withdraw(sent).resolve(without, NOW)))
                .containsExactly(Code.FACT_GONE);
    }

    @Test
    void invitingIsOneSentenceAndOneMessage() {
        Model model = model(mattis);
        Entry entry = new Entry(
                new Entry.Id(new UUID(1, 1)), "invitation.send", Map.of("id", id.toString(), "person", "mattis.orrin"));
        Change change =
                new Intake(model, ZoneOffset.UTC, NOW).read(entry).change().orElseThrow();
        assertThat(Sentences.write(change, model, ZoneOffset.UTC)).isEqualTo("invite mattis.orrin");
        List<Effect> effects = change.resolve(model, NOW).effects();
        assertThat(Opening.invited(effects)).containsExactly(new Opening(mattis.id(), Occasion.INVITATION, List.of()));
        assertThat(Opening.in(model, effects, java.util.Set.of())).isEmpty();
        assertThat(entry.isMaking()).isTrue();
        assertThat(new Entry(new Entry.Id(new UUID(1, 2)), "invitation.accept", Map.of()).isTold())
                .as("nobody accepts for somebody else")
                .isTrue();
    }

    @Test
    void aHomeThatDoesNotFitTheEngagementIsSaid() {
        Model model = model(mattis);
        for (EngagementKind kind : EngagementKind.values()) {
            Engagement engagement = new Engagement(
                    made.id(),
                    mattis.id(),
                    kind,
                    Optional.empty(),
                    made.units.get(0).id(),
                    "Vet",
                    Optional.empty(),
                    Window.from(NOW));
            assertThat(codes(new EngagementChange.Begin(engagement).resolve(model, NOW))
                            .contains(EngagementCodes.HOME_UNFIT))
                    .as("%s", kind)
                    .isEqualTo(kind != EngagementKind.PARTNER);
        }
    }

    @Test
    void aHomeThatNobodyKnowsIsRefused() {
        Entry entry = new Entry(
                new Entry.Id(new UUID(1, 3)),
                "person.add",
                Map.of(
                        "id", made.id().toString(),
                        "handle", "ada.marsh",
                        "given", "Ada",
                        "family", "Marsh",
                        "home", "nowhere"));
        assertThat(new Intake(model(mattis), ZoneOffset.UTC, NOW).read(entry).findings())
                .extracting(Finding::code, Finding::path)
                .containsExactly(org.assertj.core.groups.Tuple.tuple(Code.REFERENCE_UNRESOLVED, "home"));
        assertThat(new Intake(made.model(), ZoneOffset.UTC, NOW).read(entry).change())
                .as("before any home is known")
                .isPresent();
    }
}
