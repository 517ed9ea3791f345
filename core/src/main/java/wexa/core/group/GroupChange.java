package wexa.core.group;

import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import wexa.core.change.Change;
import wexa.core.change.Form;
import wexa.core.change.Lookalikes;
import wexa.core.change.References;
import wexa.core.change.Resolution;
import wexa.core.change.Values;
import wexa.core.finding.Code;
import wexa.core.finding.Finding;
import wexa.core.model.Group;
import wexa.core.model.GroupKind;
import wexa.core.model.Lookup;
import wexa.core.model.Model;
import wexa.core.model.Person;
import wexa.core.value.Id;
import wexa.core.value.Key;

/** Changes to groups themselves. Groups of a directory are that directory's, and stay as they are read. */
public sealed interface GroupChange extends Change {
    /** Words that mean everybody, nobody or the system itself: a group called so would be misread. */
    Set<String> RESERVED =
            Set.of("all", "any", "anyone", "everyone", "everybody", "nobody", "none", "self", "system", "wexa");

    /** What those words look like. */
    Set<String> RESERVED_LOOKS = RESERVED.stream().map(Lookalikes::skeleton).collect(Collectors.toUnmodifiableSet());

    /** Groups by what their names look like. */
    Lookup<Group, String> BY_SKELETON = Lookup.by(group -> Lookalikes.skeleton(group.name()));

    /** A group that was not there before. */
    record Make(Group group) implements GroupChange {
        @Override
        public Resolution resolve(Model model, Instant now) {
            return model.groups()
                    .find(group.id())
                    .map(known -> Resolution.replace(known, group, clashes(group, model)))
                    .orElseGet(() -> Resolution.make(group, clashes(group, model)));
        }

        @Override
        public Form form() {
            return GroupForms.MAKE;
        }

        @Override
        public Values values() {
            return GroupForms.values(group);
        }
    }

    /** The group as it should be from now on; whom a rule finds follows it at once. */
    record Edit(Group group) implements GroupChange {
        @Override
        public Resolution resolve(Model model, Instant now) {
            Optional<Group> before = model.groups().find(group.id());
            if (before.isEmpty()) {
                return Resolution.blocked(
                        Finding.of(Code.FACT_GONE, "group", "id", group.id().toString()));
            }
            List<Finding> findings = clashes(group, model);
            if (before.get().kind() == GroupKind.DIRECTORY) {
                findings.add(ofDirectory(before.get()));
            }
            return Resolution.replace(before.get(), group, findings);
        }

        @Override
        public Form form() {
            return GroupForms.EDIT;
        }

        @Override
        public Values values() {
            return GroupForms.values(group).put(GroupForms.GROUP, group.id());
        }
    }

    /** The group goes, and with it every membership in it and of it, and every role that it gave. */
    record Retire(Group group, Dependents falling) implements GroupChange {
        @Override
        public Optional<String> remark() {
            return Optional.of(falling.words());
        }

        /** Counts what falls with the group, for the sentence. */
        public static Retire of(Group group, Model model) {
            return new Retire(group, Dependents.of(group.id(), model));
        }

        @Override
        public Resolution resolve(Model model, Instant now) {
            return Dependents.with(
                    group.id(),
                    model,
                    before -> before.kind() == GroupKind.DIRECTORY ? List.of(ofDirectory(before)) : List.of());
        }

        @Override
        public Form form() {
            return GroupForms.RETIRE;
        }

        @Override
        public Values values() {
            return new Values().put(GroupForms.GROUP, group.id());
        }
    }

    /** A group as its directory lists it: new here, or another than it was known. */
    record AddFromDirectory(Group group) implements GroupChange {
        @Override
        public Resolution resolve(Model model, Instant now) {
            Optional<Group> before = model.groups().find(group.id());
            List<Finding> findings = clashes(group, model);
            before.filter(known -> known.kind() != GroupKind.DIRECTORY)
                    .ifPresent(known -> findings.add(notOfDirectory(known)));
            return before.map(known -> Resolution.replace(known, group, findings))
                    .orElseGet(() -> Resolution.make(group, findings));
        }

        @Override
        public Form form() {
            return GroupForms.LIST;
        }

        @Override
        public Values values() {
            return GroupForms.values(group);
        }
    }

    /** A group that its directory lists no longer goes, and what it gave falls as with any group. */
    record Delist(Group group, Dependents falling) implements GroupChange {
        @Override
        public Optional<String> remark() {
            return Optional.of(falling.words());
        }

        /** Counts what falls with the group, for the sentence. */
        public static Delist of(Group group, Model model) {
            return new Delist(group, Dependents.of(group.id(), model));
        }

        @Override
        public Resolution resolve(Model model, Instant now) {
            return Dependents.with(
                    group.id(),
                    model,
                    before -> before.kind() == GroupKind.DIRECTORY ? List.of() : List.of(notOfDirectory(before)));
        }

        @Override
        public Form form() {
            return GroupForms.DELIST;
        }

        @Override
        public Values values() {
            return new Values().put(GroupForms.GROUP, group.id());
        }
    }

    private static Finding ofDirectory(Group group) {
        return Finding.of(
                GroupCodes.GROUP_OF_DIRECTORY, "group", "value", group.key().text());
    }

    private static Finding notOfDirectory(Group group) {
        return Finding.of(
                GroupCodes.GROUP_NOT_OF_DIRECTORY, "group", "value", group.key().text());
    }

    private static List<Finding> clashes(Group group, Model model) {
        List<Finding> findings = new ArrayList<>();
        for (Id<Person> owner : group.owners()) {
            if (model.people().find(owner).isEmpty()) {
                findings.add(References.unresolved("owners", owner));
            }
        }
        if (RESERVED.contains(group.key().text()) || RESERVED_LOOKS.contains(Lookalikes.skeleton(group.name()))) {
            findings.add(Finding.of(
                    GroupCodes.GROUP_NAME_RESERVED,
                    RESERVED.contains(group.key().text()) ? "key" : "name",
                    "value",
                    group.name()));
        }
        other(model.groups().by(Group.BY_KEY, group.key()), group)
                .ifPresent(holder -> findings.add(Finding.of(
                        GroupCodes.GROUP_KEY_TAKEN,
                        "key",
                        "value",
                        group.key().text(),
                        "holder",
                        holder.name(),
                        "free",
                        freeKey(model, group).text())));
        other(model.groups().by(BY_SKELETON, Lookalikes.skeleton(group.name())), group)
                .ifPresent(holder -> findings.add(Finding.of(
                        GroupCodes.GROUP_NAME_TAKEN, "name", "value", group.name(), "holder", holder.name())));
        return findings;
    }

    private static Optional<Group> other(List<Group> found, Group self) {
        return found.stream().filter(group -> !group.id().equals(self.id())).findFirst();
    }

    /** The key with the lowest number behind it that no group has. */
    private static Key freeKey(Model model, Group group) {
        String stem =
                group.key().text().substring(0, Math.min(group.key().text().length(), 50));
        int number = 2;
        while (!model.groups().by(Group.BY_KEY, Key.of(stem + "-" + number)).isEmpty()) {
            number++;
        }
        return Key.of(stem + "-" + number);
    }
}
