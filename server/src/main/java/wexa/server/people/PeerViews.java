package wexa.server.people;

import java.time.Instant;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.springframework.stereotype.Component;
import wexa.core.likeness.Peers;
import wexa.core.likeness.Profile;
import wexa.core.likeness.Trait;
import wexa.core.model.ConflictRule;
import wexa.core.model.Engagement;
import wexa.core.model.Kind;
import wexa.core.model.Model;
import wexa.core.model.Person;
import wexa.core.preview.Preview;
import wexa.core.value.Id;

/** Lays out who is like somebody and what they have in common. */
@Component
class PeerViews {
    private final PersonRows rows;

    PeerViews(PersonRows rows) {
        this.rows = rows;
    }

    /** Peers of the person as they would be engaged; where a colleague is named, of that colleague, who comes first. */
    PeersView of(Preview preview, Person person, Optional<Person> like, Instant at) {
        Model model = preview.model();
        Peers peers = new Peers(model, preview.index(), at);
        Optional<Profile> profile = profile(model, like.orElse(person), at);
        if (profile.isEmpty()) {
            return new PeersView("", null, List.of(), List.of());
        }
        List<Id<Person>> near = new ArrayList<>(peers.nearest(profile.get(), person.id()));
        like.ifPresent(named -> {
            near.remove(named.id());
            near.add(0, named.id());
        });
        Instant first = firstDay(model, person, at);
        Set<Trait.Thing> own = new Peers(model, preview.index(), first).has(person.id());
        Set<Trait.Thing> theirs = like.map(named -> peers.has(named.id())).orElse(Set.of());
        List<PersonRow> shown = near.stream()
                .map(id -> rows.row(model, model.people().get(id), at))
                .toList();
        return new PeersView(
                words(model, profile.get()),
                like.map(named -> named.id().value()).orElse(null),
                shown.stream()
                        .map(row -> new PeersView.PeerView(row.id(), row.name(), row.job(), row.unit()))
                        .toList(),
                peers.judged(peers.traits(near, profile.get()), person.id(), first).stream()
                        .map(trait -> view(model, person.id(), trait, own, theirs))
                        .toList());
    }

    /** Of somebody who is still to come, what they will have then is what counts. */
    private static Instant firstDay(Model model, Person person, Instant at) {
        return engagement(model, person, at)
                .map(engagement -> engagement.window().from())
                .filter(from -> from.isAfter(at))
                .orElse(at);
    }

    private static Optional<Profile> profile(Model model, Person person, Instant at) {
        return engagement(model, person, at).map(Profile::of);
    }

    /** What the person is engaged as now, or first from now on. */
    private static Optional<Engagement> engagement(Model model, Person person, Instant at) {
        return model.table(Kind.ENGAGEMENT).by(Engagement.BY_PERSON, person.id()).stream()
                .filter(engagement -> engagement.window().until().isAfter(at))
                .min(Comparator.comparing(engagement -> engagement.window().from()));
    }

    private static String words(Model model, Profile profile) {
        return profile.job() + ", " + model.table(Kind.UNIT).get(profile.unit()).name() + ", "
                + profile.kind().name().toLowerCase(Locale.ROOT);
    }

    private static PeersView.TraitView view(
            Model model, Id<Person> person, Trait trait, Set<Trait.Thing> own, Set<Trait.Thing> theirs) {
        Trait.Thing plain = trait.thing() instanceof Trait.HasAccount account
                ? new Trait.HasAccount(account.tenant(), Optional.empty())
                : trait.thing();
        boolean has = own.contains(plain);
        boolean likeHas = theirs.contains(plain);
        Map<String, String> fields = new LinkedHashMap<>();
        String rule = trait.rule()
                .map(model.table(Kind.CONFLICT_RULE)::get)
                .map(ConflictRule::name)
                .orElse(null);
        ThingWords.Words words = ThingWords.of(model, trait.thing());
        String form = "account.open";
        String seat = null;
        if (trait.thing() instanceof Trait.InGroup in) {
            form = "membership.put";
            fields.put("member", "person:" + person);
            fields.put("group", in.group().toString());
        } else if (trait.thing() instanceof Trait.HasRole role) {
            form = "assignment.give";
            fields.put("subject", "person:" + person);
            fields.put("role", role.role().toString());
            fields.put("tenant", role.tenant().toString());
            role.area().ifPresent(area -> fields.put("area", area.toString()));
        } else if (trait.thing() instanceof Trait.HasAccount account) {
            fields.put("person", person.toString());
            fields.put("tenant", account.tenant().toString());
            seat = account.seat().map(Object::toString).orElse(null);
        }
        return new PeersView.TraitView(
                words.thing(),
                words.name(),
                words.detail(),
                words.colour(),
                trait.having(),
                trait.of(),
                trait.verdict().name(),
                rule,
                has,
                likeHas,
                form,
                fields,
                seat);
    }
}
