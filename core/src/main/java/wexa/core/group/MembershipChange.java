package wexa.core.group;

import java.time.Instant;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Collections;
import java.util.Deque;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import wexa.core.change.Change;
import wexa.core.change.Form;
import wexa.core.change.References;
import wexa.core.change.Resolution;
import wexa.core.change.Types;
import wexa.core.change.Values;
import wexa.core.finding.Code;
import wexa.core.finding.Finding;
import wexa.core.model.Group;
import wexa.core.model.GroupKind;
import wexa.core.model.Kind;
import wexa.core.model.Membership;
import wexa.core.model.Model;
import wexa.core.model.Subject;
import wexa.core.value.Id;
import wexa.core.value.Window;

/** Changes to who is in assigned groups (rule 1). */
public sealed interface MembershipChange extends Change {
    /** Somebody, or a whole group, is put in. */
    record Put(Membership membership) implements MembershipChange {
        @Override
        public Resolution resolve(Model model, Instant now) {
            Membership wanted = starting(membership, now);
            List<Finding> findings = new ArrayList<>();
            if (!References.exists(wanted.member(), model)) {
                findings.add(References.unresolved("member", wanted.member()));
            }
            Optional<Group> group = model.groups().find(wanted.group());
            if (group.isEmpty()) {
                findings.add(References.unresolved("group", wanted.group()));
                return new Resolution(List.of(), findings);
            }
            findings.addAll(notByHand(group.get().id(), model));
            for (Membership other : model.table(Kind.MEMBERSHIP).by(Membership.BY_MEMBER, wanted.member())) {
                if (other.group().equals(wanted.group()) && other.window().overlaps(wanted.window())) {
                    if (!other.window().until().isBefore(wanted.window().until())) {
                        return findings.isEmpty() ? Resolution.kept(other) : new Resolution(List.of(), findings);
                    }
                    findings.add(overlapping(other));
                }
            }
            if (wanted.member() instanceof Subject.OfGroup inner) {
                cycle(inner.group(), wanted.group(), model)
                        .ifPresent(circle -> findings.add(Finding.of(
                                GroupCodes.MEMBERSHIP_CYCLE, "member", "circle", String.join(" → ", circle))));
            }
            return Resolution.make(wanted, findings);
        }

        @Override
        public Form form() {
            return MembershipForms.PUT;
        }

        @Override
        public Values values() {
            return MembershipForms.values(membership);
        }
    }

    /** The membership's span or reason is another from now on; what has passed stays. */
    record Edit(Membership membership) implements MembershipChange {
        @Override
        public Resolution resolve(Model model, Instant now) {
            Optional<Membership> found = model.table(Kind.MEMBERSHIP).find(membership.id());
            return found.map(before -> replacing(before, model, now)).orElseGet(() -> gone(membership.id()));
        }

        private Resolution replacing(Membership before, Model model, Instant now) {
            List<Finding> findings = new ArrayList<>(notByHand(before.group(), model));
            if (membership.window().equals(before.window())) {
                return Resolution.replace(before, membership, findings);
            }
            Optional<Window> window = membership.window().inPlaceOf(before.window(), now);
            if (window.isEmpty()) {
                return findings.isEmpty() ? Resolution.drop(before) : new Resolution(List.of(), findings);
            }
            Membership wanted = new Membership(
                    before.id(), membership.member(), membership.group(), window.get(), membership.reason());
            model.table(Kind.MEMBERSHIP).by(Membership.BY_MEMBER, wanted.member()).stream()
                    .filter(other ->
                            !other.id().equals(wanted.id()) && !other.window().endsBy(now))
                    .filter(other -> other.group().equals(wanted.group())
                            && other.window().overlaps(wanted.window()))
                    .forEach(other -> findings.add(overlapping(other)));
            return Resolution.replace(before, wanted, findings);
        }

        @Override
        public Form form() {
            return MembershipForms.EDIT;
        }

        @Override
        public Values values() {
            return MembershipForms.values(membership).put(MembershipForms.MEMBERSHIP, membership);
        }
    }

    /** Taken out at an instant; one that has not begun by then is withdrawn. */
    record End(Membership membership, Instant at) implements MembershipChange {
        @Override
        public Resolution resolve(Model model, Instant now) {
            Optional<Membership> found = model.table(Kind.MEMBERSHIP).find(membership.id());
            if (found.isEmpty()) {
                return Resolution.kept(membership);
            }
            Membership before = found.get();
            Instant end = Window.whole(at.isBefore(now) ? now : at);
            List<Finding> byHand = notByHand(before.group(), model);
            return byHand.isEmpty() ? ended(before, end) : new Resolution(List.of(), byHand);
        }

        @Override
        public Form form() {
            return MembershipForms.END;
        }

        @Override
        public Values values() {
            return new Values()
                    .put(MembershipForms.MEMBERSHIP, membership)
                    .putUnless(at.equals(Instant.MIN), Types.UNTIL, at);
        }
    }

    /** Somebody is in a group of a directory from now on, because the directory says so. */
    record AddFromDirectory(Membership membership) implements MembershipChange {
        @Override
        public Resolution resolve(Model model, Instant now) {
            Membership wanted = starting(membership, now);
            List<Finding> findings = new ArrayList<>(onlyOfDirectory(wanted.group(), model));
            if (!References.exists(wanted.member(), model)) {
                findings.add(References.unresolved("member", wanted.member()));
            }
            if (model.groups().find(wanted.group()).isEmpty()) {
                findings.add(References.unresolved("group", wanted.group()));
            }
            boolean isIn = model.table(Kind.MEMBERSHIP).by(Membership.BY_MEMBER, wanted.member()).stream()
                    .anyMatch(other -> other.group().equals(wanted.group())
                            && other.window().overlaps(wanted.window()));
            return isIn && findings.isEmpty() ? Resolution.nothing() : Resolution.make(wanted, findings);
        }

        @Override
        public Form form() {
            return MembershipForms.LIST;
        }

        @Override
        public Values values() {
            return MembershipForms.values(membership);
        }
    }

    /** Somebody is in a group of a directory no longer, because the directory says so. */
    record Delist(Membership membership) implements MembershipChange {
        @Override
        public Resolution resolve(Model model, Instant now) {
            Optional<Membership> found = model.table(Kind.MEMBERSHIP).find(membership.id());
            if (found.isEmpty()) {
                return Resolution.kept(membership);
            }
            List<Finding> findings = onlyOfDirectory(found.get().group(), model);
            return findings.isEmpty() ? ended(found.get(), Window.whole(now)) : new Resolution(List.of(), findings);
        }

        @Override
        public Form form() {
            return MembershipForms.DELIST;
        }

        @Override
        public Values values() {
            return new Values().put(MembershipForms.MEMBERSHIP, membership);
        }
    }

    /** What is read into groups of a directory is read into no other. */
    private static List<Finding> onlyOfDirectory(Id<Group> id, Model model) {
        return model.groups()
                .find(id)
                .filter(group -> group.kind() != GroupKind.DIRECTORY)
                .map(group -> List.of(Finding.of(
                        GroupCodes.GROUP_NOT_OF_DIRECTORY,
                        "group",
                        "value",
                        group.key().text())))
                .orElse(List.of());
    }

    /** Over by that instant; one that begins later never was. */
    private static Resolution ended(Membership before, Instant end) {
        return Resolution.ended(
                before,
                before.window(),
                end,
                window -> new Membership(before.id(), before.member(), before.group(), window, before.reason()));
    }

    /** Only groups that people are put into by hand change by hand: others follow their rule or their directory. */
    private static List<Finding> notByHand(Id<Group> id, Model model) {
        return model.groups()
                .find(id)
                .filter(group -> group.kind() != GroupKind.ASSIGNED)
                .map(group -> List.of(Finding.of(
                        GroupCodes.GROUP_NOT_ASSIGNED,
                        "group",
                        "value",
                        group.key().text(),
                        "kind",
                        group.kind().name())))
                .orElse(List.of());
    }

    private static Finding overlapping(Membership other) {
        return Finding.of(
                GroupCodes.MEMBERSHIP_OVERLAPS,
                "until",
                "until",
                other.window().until().toString(),
                "id",
                other.id().toString());
    }

    private static Resolution gone(Id<Membership> id) {
        return Resolution.blocked(Finding.of(Code.FACT_GONE, "membership", "id", id.toString()));
    }

    private static Membership starting(Membership membership, Instant now) {
        return new Membership(
                membership.id(),
                membership.member(),
                membership.group(),
                membership.window().notBefore(now),
                membership.reason());
    }

    /** Keys of the groups on the circle that putting {@code inner} into {@code outer} would close. */
    private static Optional<List<String>> cycle(Id<Group> inner, Id<Group> outer, Model model) {
        Map<Id<Group>, Id<Group>> cameFrom = new HashMap<>();
        Deque<Id<Group>> open = new ArrayDeque<>();
        cameFrom.put(outer, outer);
        open.add(outer);
        while (!open.isEmpty()) {
            Id<Group> at = open.remove();
            if (at.equals(inner)) {
                List<String> circle = new ArrayList<>();
                for (Id<Group> back = at; ; back = cameFrom.getOrDefault(back, outer)) {
                    circle.add(model.groups().get(back).key().text());
                    if (back.equals(outer)) {
                        break;
                    }
                }
                Collections.reverse(circle);
                circle.add(0, model.groups().get(inner).key().text());
                return Optional.of(circle);
            }
            for (Membership above : model.table(Kind.MEMBERSHIP).by(Membership.BY_MEMBER, new Subject.OfGroup(at))) {
                if (cameFrom.putIfAbsent(above.group(), at) == null) {
                    open.add(above.group());
                }
            }
        }
        return Optional.empty();
    }
}
