package wexa.core.consistency;

import java.nio.charset.StandardCharsets;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.util.ArrayList;
import java.util.Collection;
import java.util.Comparator;
import java.util.HashSet;
import java.util.HexFormat;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import wexa.core.access.Usability;
import wexa.core.cancelling.Cancellation;
import wexa.core.finding.Finding;
import wexa.core.model.Effect;
import wexa.core.model.Fact;
import wexa.core.model.Kind;
import wexa.core.model.Person;
import wexa.core.model.Tenant;
import wexa.core.preview.Impact;
import wexa.core.preview.Preview;
import wexa.core.preview.Snapshot;
import wexa.core.value.Id;

/**
 * What a review says of a draft, and the same as one digest: whoever applies a draft applies what was reviewed, or reviews it
 * again. It does not move with the clock until something begins or ends, but with anything that would come about otherwise than was shown: by a
 * change of a role that the draft gives as much as by one of the draft.
 *
 * @param digest SHA-256 over entries with state, sentence and findings with their facts (free seats among them), who gains
 *     and loses what now and at the next boundaries and whether it can be used, and what is wanted of each object in each
 *     tenant; not over steps: a tenant that is read meanwhile changes nothing of what was decided
 * @param after the snapshot as it would be
 * @param alreadySo people about whom something was asked for that is already so
 * @param touched the tenants in which something may be to be done, by what is wanted there
 */
public record Reviewed(
        String digest,
        Snapshot after,
        AffectedSubjects concerned,
        Set<Id<Person>> alreadySo,
        List<ChangedObjects> touched) {
    private static final int BOUNDARIES = 20;

    /** Of longer drafts, whose people may each have instants of their own, the present and the last beginning count. */
    private static final int LONG = 2_000;

    public Reviewed {
        alreadySo = Set.copyOf(alreadySo);
        touched = List.copyOf(touched);
    }

    /** Costs what a review costs: the impact at each instant that is looked at, and what tenants should hold of it. */
    public static Reviewed of(Preview preview) {
        Snapshot after = new Snapshot(preview.snapshot().version() + 1, preview.model(), preview.index());
        AffectedSubjects concerned = AffectedSubjects.by(preview, after);
        List<Fact> kept = preview.kept();
        List<ChangedObjects> touched = new ArrayList<>();
        for (Tenant tenant : preview.model().tenants().stream().toList()) {
            Cancellation.check();
            ChangedObjects here = ChangedObjects.between(preview.snapshot(), after, tenant, preview.now(), concerned)
                    .and(Showing.of(kept, after, tenant, preview.now()));
            if (!here.isEmpty()) {
                touched.add(here);
            }
        }
        Digest digest = new Digest();
        digest.addEntries(preview);
        digest.addReplaced(preview);
        int most = preview.effects().size() <= LONG ? BOUNDARIES : 0;
        preview.instants(most).forEach(at -> digest.addImpact(preview.impactAt(at)));
        touched.forEach(digest::addWanted);
        return new Reviewed(digest.text(), after, concerned, AffectedSubjects.by(kept, after.model()), touched);
    }

    /** Objects that show what one entry of the draft asks for and what is already so. */
    public Set<ObjectKey> showing(Preview.Outcome outcome, Preview preview) {
        Set<ObjectKey> keys = new HashSet<>();
        for (ChangedObjects one : outcome.kept().isEmpty() ? List.<ChangedObjects>of() : touched) {
            keys.addAll(Showing.of(outcome.kept(), after, one.tenant(), preview.now())
                    .fields()
                    .keySet());
        }
        return keys;
    }

    /** Takes in line by line what a review says. */
    private static final class Digest {
        private final MessageDigest digest;

        Digest() {
            try {
                digest = MessageDigest.getInstance("SHA-256");
            } catch (NoSuchAlgorithmException impossible) {
                throw new IllegalStateException("every Java platform has SHA-256", impossible);
            }
        }

        private void add(Object... parts) {
            for (Object part : parts) {
                digest.update(part.toString().getBytes(StandardCharsets.UTF_8));
                digest.update((byte) 0);
            }
            digest.update((byte) '\n');
        }

        void addEntries(Preview preview) {
            for (Preview.Outcome outcome : preview.outcomes()) {
                add(outcome.entry().id(), outcome.state(), outcome.sentence().orElse(""));
                for (Finding finding : outcome.findings()) {
                    add(finding.code().text(), finding.path(), new TreeMap<>(finding.facts()));
                }
            }
        }

        /** Whether something that just began is ended or taken out again is a matter of the second, not of what is shown. */
        void addReplaced(Preview preview) {
            preview.effects().stream()
                    .sorted(Comparator.comparing((Effect effect) -> Kind.all().indexOf(effect.kind()))
                            .thenComparing(Effect::id))
                    .forEach(effect -> add(
                            effect.kind(),
                            effect.id(),
                            effect.before().map(Fact::toString).orElse("-")));
        }

        void addImpact(Impact impact) {
            Map<Impact.Shift, List<Usability.Block>> blocked = impact.blocked();
            addShifts("+", impact.gains(), blocked);
            addShifts("-", impact.losses(), blocked);
            addShifts("usable", impact.started(), blocked);
            addShifts("blocked", impact.stopped(), blocked);
        }

        private void addShifts(
                String what, Collection<Impact.Shift> shifts, Map<Impact.Shift, List<Usability.Block>> blocked) {
            shifts.stream()
                    .map(shift -> shift + " " + blocked.getOrDefault(shift, List.of()))
                    .sorted()
                    .forEach(line -> add(what, line));
        }

        void addWanted(ChangedObjects touched) {
            touched.fields()
                    .forEach((key, fields) -> add(
                            touched.tenant().id(),
                            key,
                            Optional.ofNullable(touched.desired().get(key))
                                    .map(fields::told)
                                    .orElse("none")));
        }

        String text() {
            return HexFormat.of().formatHex(digest.digest());
        }
    }
}
