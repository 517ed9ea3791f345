package wexa.core.person;

import java.time.Instant;
import java.util.List;
import java.util.Optional;
import wexa.core.change.Author;
import wexa.core.change.Change;
import wexa.core.change.Field;
import wexa.core.change.Form;
import wexa.core.change.NamedTypes;
import wexa.core.change.Names;
import wexa.core.change.Reading;
import wexa.core.change.Reference;
import wexa.core.change.Values;
import wexa.core.model.Invitation;
import wexa.core.model.Kind;
import wexa.core.model.Person;
import wexa.core.value.Id;

/** How people from outside are invited. An invitation is named by whom it is for. */
final class InvitationForms {
    static final Field<Id<Person>> PERSON = Field.required("person", NamedTypes.PERSON, "Person");

    static final Field<Invitation> INVITATION = Field.required(
            "invitation",
            new Reference<>(
                    Kind.INVITATION,
                    "an invitation, such as one of wren.castellane",
                    List.of(new Reference.Wording("{person}", PERSON)),
                    new Naming()),
            "Invitation");

    static final Form SEND = Form.makes(Kind.INVITATION, "send", "Send an invitation")
            .with(PERSON)
            .says("invite {person}")
            .reads(InvitationForms::sent);

    static final Form ACCEPT = Form.changes(Kind.INVITATION, "accept", "Accept an invitation")
            .from(Author.OUTSIDE)
            .with(INVITATION)
            .says("accept invitation of {invitation}")
            .reads(in -> in.get(INVITATION).map(InvitationChange.Accept::new));

    static final Form WITHDRAW = Form.ends(Kind.INVITATION, "withdraw", "Withdraw an invitation")
            .with(INVITATION)
            .says("withdraw invitation of {invitation}")
            .reads(in -> in.get(INVITATION).map(InvitationChange.Withdraw::new));

    private InvitationForms() {}

    static Values values(Invitation invitation) {
        return new Values().put(PERSON, invitation.person());
    }

    private static Optional<Change> sent(Reading in) {
        Optional<Id<Invitation>> id = in.newId();
        Optional<Id<Person>> person = in.get(PERSON);
        return id.flatMap(made -> person.map(whom -> new InvitationChange.Send(made, whom)));
    }

    private static final class Naming implements Reference.Naming<Invitation> {
        @Override
        public Values parts(Invitation invitation, Names names) {
            return values(invitation);
        }

        @Override
        public List<Invitation> candidates(Reading parts) {
            return parts.get(PERSON)
                    .map(person -> parts.model().table(Kind.INVITATION).by(Invitation.BY_PERSON, person))
                    .orElse(List.of());
        }

        @Override
        public Optional<Instant> begun(Invitation invitation) {
            return Optional.of(invitation.at());
        }

        @Override
        public boolean isOver(Invitation invitation, Instant now) {
            return invitation.isAccepted();
        }
    }
}
