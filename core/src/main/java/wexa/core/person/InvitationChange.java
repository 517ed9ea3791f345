package wexa.core.person;

import java.time.Instant;
import java.util.List;
import java.util.Optional;
import wexa.core.change.Change;
import wexa.core.change.Form;
import wexa.core.change.References;
import wexa.core.change.Resolution;
import wexa.core.change.Values;
import wexa.core.finding.Code;
import wexa.core.finding.Finding;
import wexa.core.lifecycle.Identity;
import wexa.core.model.Invitation;
import wexa.core.model.Kind;
import wexa.core.model.Model;
import wexa.core.model.Person;
import wexa.core.value.Id;
import wexa.core.value.Mail;
import wexa.core.value.Window;

/** Inviting people from outside, who get no accounts before they are known. */
public sealed interface InvitationChange extends Change {
    /** Asks somebody at the address that is theirs when it is applied. */
    record Send(Id<Invitation> id, Id<Person> person) implements InvitationChange {
        @Override
        public Resolution resolve(Model model, Instant now) {
            Optional<Person> found = model.people().find(person);
            if (found.isEmpty()) {
                return Resolution.blocked(References.unresolved("person", person));
            }
            Person invited = found.get();
            if (Identity.of(invited, model) != Identity.UNKNOWN) {
                return Resolution.nothing();
            }
            Optional<Mail> mail = invited.mail();
            return mail.isEmpty()
                    ? Resolution.blocked(Finding.of(Code.FIELD_MISSING, "mail"))
                    : Resolution.make(
                            new Invitation(id, person, mail.get(), Window.whole(now), Optional.empty()), List.of());
        }

        @Override
        public Form form() {
            return InvitationForms.SEND;
        }

        @Override
        public Values values() {
            return new Values().put(InvitationForms.PERSON, person);
        }
    }

    /** The invited one says that they are who they are said to be. Only they do, with the link that they got. */
    record Accept(Invitation invitation) implements InvitationChange {
        @Override
        public Resolution resolve(Model model, Instant now) {
            return model.table(Kind.INVITATION)
                    .find(invitation.id())
                    .map(before -> before.isAccepted()
                            ? Resolution.nothing()
                            : Resolution.replace(before, before.accepted(Window.whole(now)), List.of()))
                    .orElseGet(() -> gone(invitation));
        }

        @Override
        public Form form() {
            return InvitationForms.ACCEPT;
        }

        @Override
        public Values values() {
            return new Values().put(InvitationForms.INVITATION, invitation);
        }
    }

    /** The link opens nothing any more. */
    record Withdraw(Invitation invitation) implements InvitationChange {
        @Override
        public Resolution resolve(Model model, Instant now) {
            return model.table(Kind.INVITATION)
                    .find(invitation.id())
                    .map(Resolution::drop)
                    .orElseGet(() -> gone(invitation));
        }

        @Override
        public Form form() {
            return InvitationForms.WITHDRAW;
        }

        @Override
        public Values values() {
            return new Values().put(InvitationForms.INVITATION, invitation);
        }
    }

    private static Resolution gone(Invitation invitation) {
        return Resolution.blocked(
                Finding.of(Code.FACT_GONE, "invitation", "id", invitation.id().toString()));
    }
}
