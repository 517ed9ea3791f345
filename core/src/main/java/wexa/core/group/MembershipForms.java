package wexa.core.group;

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
import wexa.core.change.Types;
import wexa.core.change.Values;
import wexa.core.model.Group;
import wexa.core.model.Kind;
import wexa.core.model.Membership;
import wexa.core.model.Subject;
import wexa.core.value.Id;
import wexa.core.value.Window;

/** How people and groups come into groups and out of them. A membership is named by its member and its group. */
final class MembershipForms {
    private static final Field<Subject> MEMBER = Field.required("member", NamedTypes.SUBJECT, "Member");
    private static final Field<Id<Group>> GROUP = Field.required("group", NamedTypes.GROUP, "Group");

    static final Field<Membership> MEMBERSHIP = Field.required(
            "membership",
            new Reference<>(
                    Kind.MEMBERSHIP,
                    "a membership, such as wren.castellane in group lagoon-night",
                    List.of(new Reference.Wording("{member} in group {group}", MEMBER, GROUP)),
                    new Naming()),
            "Membership");

    static final Form PUT = Form.makes(Kind.MEMBERSHIP, "put", "Add a member")
            .with(MEMBER, GROUP, Types.FROM, Types.UNTIL, Types.BECAUSE)
            .says("put {member} in group {group}[ from {from}][ until {until}][ because {because}]")
            .reads(in -> membership(in).map(MembershipChange.Put::new));

    static final Form EDIT = Form.changes(Kind.MEMBERSHIP, "edit", "Change a membership")
            .with(MEMBERSHIP, Types.FROM, Types.UNTIL, Types.BECAUSE)
            .says("change membership of {membership}[ from {from}][ until {until}][ because {because}]")
            .reads(in -> in.get(MEMBERSHIP).flatMap(before -> edited(before, in)));

    static final Form END = Form.ends(Kind.MEMBERSHIP, "end", "Remove a member")
            .with(MEMBERSHIP, Types.UNTIL)
            .says("end membership of {membership}[ until {until}]")
            .reads(in -> in.ending(MEMBERSHIP, MembershipChange.End::new));

    static final Form LIST = Form.makes(Kind.MEMBERSHIP, "list", "Add a group member from the directory")
            .from(Author.OUTSIDE)
            .orReopens(in -> Optional.empty())
            .with(MEMBER, GROUP, Types.FROM, Types.UNTIL, Types.BECAUSE)
            .says("list membership of {member} in group {group}[ from {from}][ until {until}][ because {because}]")
            .reads(in -> membership(in).map(MembershipChange.AddFromDirectory::new));

    static final Form DELIST = Form.ends(Kind.MEMBERSHIP, "delist", "Remove a group member dropped by the directory")
            .from(Author.OUTSIDE)
            .with(MEMBERSHIP)
            .says("delist membership of {membership}")
            .reads(in -> in.get(MEMBERSHIP).map(MembershipChange.Delist::new));

    private MembershipForms() {}

    static Values values(Membership membership) {
        return new Values()
                .put(MEMBER, membership.member())
                .put(GROUP, membership.group())
                .put(membership.window())
                .putText(Types.BECAUSE, membership.reason());
    }

    private static Optional<Membership> membership(Reading in) {
        Optional<Id<Membership>> id = in.newId();
        Optional<Subject> member = in.get(MEMBER);
        Optional<Id<Group>> group = in.get(GROUP);
        Optional<Window> window = in.window(Reading.WHEN_APPLIED);
        String because = in.because();
        if (id.isEmpty() || member.isEmpty() || group.isEmpty() || window.isEmpty()) {
            return Optional.empty();
        }
        return Optional.of(new Membership(id.get(), member.get(), group.get(), window.get(), because));
    }

    private static Optional<Change> edited(Membership before, Reading in) {
        String because = in.textOrKept(Types.BECAUSE, before.reason());
        return in.windowOrKept(before.window())
                .map(window -> new MembershipChange.Edit(
                        new Membership(before.id(), before.member(), before.group(), window, because)));
    }

    private static final class Naming implements Reference.Naming<Membership> {
        @Override
        public Values parts(Membership membership, Names names) {
            return new Values().put(MEMBER, membership.member()).put(GROUP, membership.group());
        }

        @Override
        public List<Membership> candidates(Reading parts) {
            Optional<Subject> member = parts.get(MEMBER);
            Optional<Id<Group>> group = parts.get(GROUP);
            return member.isEmpty() || group.isEmpty()
                    ? List.of()
                    : parts.model().table(Kind.MEMBERSHIP).by(Membership.BY_MEMBER, member.get()).stream()
                            .filter(one -> one.group().equals(group.get()))
                            .toList();
        }

        @Override
        public Optional<Window> window(Membership membership) {
            return Optional.of(membership.window());
        }
    }
}
