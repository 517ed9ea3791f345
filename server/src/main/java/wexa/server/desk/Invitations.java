package wexa.server.desk;

import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import org.springframework.stereotype.Component;
import wexa.core.lifecycle.Identity;
import wexa.core.model.Account;
import wexa.core.model.Invitation;
import wexa.core.model.Kind;
import wexa.core.model.Model;
import wexa.core.model.Person;
import wexa.server.drafts.DraftStore;

/** What invitations bring to the Desk: who has not answered, and for whom accounts can be opened since. */
@Component
class Invitations {
    /** Whoever has no account a month later is not waited for. */
    private static final Duration FOLLOWED_UP = Duration.ofDays(30);

    private final DraftStore drafts;

    Invitations(DraftStore drafts) {
        this.drafts = drafts;
    }

    void add(Model model, Instant now, List<DeskView.Item> items) {
        List<Invitation> shown = new ArrayList<>();
        for (Invitation invitation : model.table(Kind.INVITATION).stream().toList()) {
            Optional<Person> person = model.people().find(invitation.person());
            if (person.isPresent() && isShown(invitation, person.get(), model, now)) {
                shown.add(invitation);
            }
        }
        Map<UUID, UUID> waiting = drafts.liveNaming(
                "account.open",
                "person",
                shown.stream().map(one -> one.person().value()).toList());
        for (Invitation invitation : shown) {
            items.add(item(
                    model.people().get(invitation.person()),
                    invitation,
                    Optional.ofNullable(waiting.get(invitation.person().value()))));
        }
    }

    /** Open ones, and those whose answer nobody has followed up yet. */
    private static boolean isShown(Invitation invitation, Person person, Model model, Instant now) {
        Identity identity = Identity.of(person, model);
        boolean hasAccount = model.table(Kind.ACCOUNT).by(Account.BY_PERSON, person.id()).stream()
                .anyMatch(Account::isOpen);
        return identity == Identity.INVITED
                || (identity.isEnough() && !hasAccount && invitation.at().isAfter(now.minus(FOLLOWED_UP)));
    }

    /** With a draft that waits, the act leads to it. */
    private static DeskView.Item item(Person person, Invitation invitation, Optional<UUID> draft) {
        boolean isKnown = person.directoryEntry().isPresent() || invitation.isAccepted();
        String text = invitation.isAccepted()
                ? "Accepted the invitation"
                : isKnown ? "Invited, and in the directory since" : "Invited, and has not answered";
        return new DeskView.Item(
                isKnown ? "IDENTIFIED" : "INVITED",
                person.name(),
                text + (draft.isEmpty() ? "" : ". Accounts wait in a draft"),
                draft.isPresent() && isKnown ? "Continue" : "Open",
                (isKnown ? draft : Optional.<UUID>empty())
                        .orElse(person.id().value())
                        .toString(),
                invitation.acceptedAt().orElse(invitation.at()),
                null,
                null);
    }
}
