package wexa.core.preview;

import java.time.Instant;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Stream;
import wexa.core.access.AccessIndex;
import wexa.core.access.PersonSet;
import wexa.core.access.RoleEffect;
import wexa.core.conflict.Conflict;
import wexa.core.conflict.ConflictCodes;
import wexa.core.conflict.Conflicts;
import wexa.core.conflict.NewConflict;
import wexa.core.finding.Code;
import wexa.core.finding.Finding;
import wexa.core.intake.Entry;
import wexa.core.model.Area;
import wexa.core.model.ConflictException;
import wexa.core.model.ConflictRule;
import wexa.core.model.Fact;
import wexa.core.model.Kind;
import wexa.core.model.Model;
import wexa.core.model.Person;
import wexa.core.model.Tenant;
import wexa.core.value.Id;
import wexa.core.value.Permission;

/**
 * What a preview brings together that a conflict rule keeps apart, as findings on the entries that bring it: of those by
 * which somebody comes to either side, the last.
 */
record ConflictFindings(Map<Entry.Id, List<Finding>> blocking, Map<Entry.Id, List<Finding>> warnings) {
    /** So many people are named on one entry; the rest are counted. */
    private static final int MOST_ON_ENTRY = 5;

    static ConflictFindings of(Preview preview, Replay replay) {
        ConflictFindings found = new ConflictFindings(new HashMap<>(), new HashMap<>());
        if (preview.model().table(Kind.CONFLICT_RULE).size() == 0
                || replay.ready().isEmpty()) {
            return found;
        }
        Set<Id<Person>> people = new LinkedHashSet<>(people(preview, preview.now()));
        preview.boundaries().forEach(at -> people.addAll(people(preview, at)));
        List<NewConflict> brought = NewConflict.between(
                preview.snapshot().index(),
                preview.model(),
                preview.index(),
                people,
                preview.now(),
                preview.boundaries());
        Conflicts conflicts = new Conflicts(preview.model(), preview.index());
        Map<Entry.Id, Integer> places = places(replay.ready());
        for (NewConflict one : brought) {
            found.add(one, preview.model(), culprit(one, conflicts, replay, places));
        }
        return found;
    }

    /**
     * In whom sides can come to meet. Of those who only have a role that gives something else, it is those who gain what some
     * rule names; where a rule names roles, all of them.
     */
    private static Set<Id<Person>> people(Preview preview, Instant at) {
        List<ConflictRule> rules =
                preview.model().table(Kind.CONFLICT_RULE).stream().toList();
        AccessIndex before = preview.snapshot().index();
        boolean isByGain = rules.stream()
                        .allMatch(rule -> rule.one().roles().isEmpty()
                                && rule.other().roles().isEmpty())
                && RoleEffect.canCompare(before, preview.index());
        Affected affected =
                Impact.affected(preview.snapshot(), preview.model(), preview.index(), preview.effects(), at, isByGain);
        Set<Id<Person>> people = affected.people();
        // a set that a rule names stands for other permissions: whoever held those has done nothing new
        Conflicts after = new Conflicts(preview.model(), preview.index());
        rules.stream()
                .filter(rule -> isNamingAnew(rule, preview))
                .flatMap(rule -> after.everybody(rule, at).stream())
                .forEach(meeting -> people.add(meeting.person()));
        if (isByGain && affected.isAnyRoleAnother()) {
            Map<Permission, PersonSet> gainers =
                    RoleEffect.between(before, preview.index(), at).gainers();
            rules.stream()
                    .flatMap(rule -> Stream.of(rule.one(), rule.other()))
                    .flatMap(side -> side.named(preview.model()).stream())
                    .distinct()
                    .flatMap(permission -> Optional.ofNullable(gainers.get(permission)).stream())
                    .forEach(gaining -> people.addAll(gaining.all()));
        }
        return people;
    }

    /** Whether a rule that was there is the same, and names other permissions by the same sets. */
    private static boolean isNamingAnew(ConflictRule rule, Preview preview) {
        Model before = preview.snapshot().model();
        return before.table(Kind.CONFLICT_RULE).find(rule.id()).equals(Optional.of(rule))
                && !(rule.one().named(before).equals(rule.one().named(preview.model()))
                        && rule.other().named(before).equals(rule.other().named(preview.model())));
    }

    private static Map<Entry.Id, Integer> places(List<Entry.Id> ready) {
        Map<Entry.Id, Integer> places = new HashMap<>();
        ready.forEach(entry -> places.put(entry, places.size()));
        return places;
    }

    /** What no fact of a way is to blame for, such as a role that became another, is the last entry's. */
    private static Entry.Id culprit(
            NewConflict brought, Conflicts conflicts, Replay replay, Map<Entry.Id, Integer> places) {
        Set<Id<? extends Fact>> sources = conflicts.sources(brought.meeting(), brought.at());
        return sources.stream()
                .map(replay::lastOn)
                .flatMap(Optional::stream)
                .max(Comparator.comparing(places::get))
                .orElseGet(() -> replay.ready().get(replay.ready().size() - 1));
    }

    private void add(NewConflict brought, Model model, Entry.Id entry) {
        ConflictRule rule =
                model.table(Kind.CONFLICT_RULE).get(brought.meeting().rule());
        boolean isExempt = ConflictException.of(rule.id(), brought.meeting().person(), brought.at(), model)
                .isPresent();
        if (isExempt) {
            return;
        }
        boolean blocks = rule.manner() == ConflictRule.Manner.BLOCK;
        List<Finding> findings = (blocks ? blocking : warnings).computeIfAbsent(entry, any -> new ArrayList<>());
        if (findings.size() < MOST_ON_ENTRY) {
            findings.add(finding(
                    brought.meeting(),
                    rule,
                    model,
                    blocks ? ConflictCodes.CONFLICT_BLOCKS : ConflictCodes.CONFLICT_WARNS));
        }
    }

    private static Finding finding(Conflict meeting, ConflictRule rule, Model model, Code code) {
        return Finding.of(
                code,
                "",
                "rule",
                rule.name(),
                "person",
                model.people().get(meeting.person()).name(),
                "one",
                where(meeting.one(), model),
                "other",
                where(meeting.other(), model));
    }

    private static String where(Conflict.Held held, Model model) {
        Tenant tenant = model.tenants().get(held.tenant());
        String area = held.area()
                .map(model.table(Kind.AREA)::get)
                .map(Area::name)
                .map(name -> ", " + name)
                .orElse("");
        return model.title(tenant) + area;
    }
}
