package wexa.server.apply;

import java.time.Instant;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.EnumMap;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import java.util.function.Function;
import java.util.stream.Collectors;
import wexa.core.access.Usability;
import wexa.core.consistency.Reviewed;
import wexa.core.lifecycle.SeatPool;
import wexa.core.message.Occasion;
import wexa.core.message.Opening;
import wexa.core.model.App;
import wexa.core.model.Area;
import wexa.core.model.Capability;
import wexa.core.model.Kind;
import wexa.core.model.Model;
import wexa.core.model.Person;
import wexa.core.model.Tenant;
import wexa.core.preview.Impact;
import wexa.core.preview.MissingAccount;
import wexa.core.preview.Preview;
import wexa.core.preview.Timeline;
import wexa.core.value.Id;
import wexa.core.value.Permission;
import wexa.server.connections.ManualTenants;
import wexa.server.drafts.DraftStore;
import wexa.server.drafts.Previews;
import wexa.server.jobs.Found;
import wexa.server.jobs.JobPlanner;
import wexa.server.messages.Templates;
import wexa.server.readings.Freshness;
import wexa.server.readings.Observations;
import wexa.server.rights.Act;
import wexa.server.rights.Actor;
import wexa.server.rights.MissingAuthority;
import wexa.server.rights.Over;
import wexa.server.rights.Requires;
import wexa.server.rights.UseCases;
import wexa.server.tenants.Differences;
import wexa.server.tenants.TenantViews;

/** Shows a draft by person and by tenant before it is applied. Changes nothing. */
@UseCases
public class ReviewService {
    private static final int PEOPLE_SHOWN = 100;
    private static final int STEPS_SHOWN = 300;
    private static final int NAMED = 3;

    private final DraftStore drafts;
    private final Previews previews;
    private final JobPlanner planner;
    private final Differences differences;
    private final Observations observations;
    private final Templates templates;
    private final ManualTenants manual;

    ReviewService(
            DraftStore drafts,
            Previews previews,
            JobPlanner planner,
            Differences differences,
            Observations observations,
            Templates templates,
            ManualTenants manual) {
        this.drafts = drafts;
        this.previews = previews;
        this.planner = planner;
        this.differences = differences;
        this.observations = observations;
        this.templates = templates;
        this.manual = manual;
    }

    @Requires(value = Act.LOOK, over = Over.NOTHING)
    public ReviewView of(Actor actor, UUID draft) {
        Preview preview = previews.of(drafts.get(draft));
        List<Timeline.Moment> moments = Timeline.of(preview).moments();
        Map<Id<Person>, List<Dated>> gains = byPerson(moments, preview.now(), Timeline.Moment::gains);
        Map<Id<Person>, List<Dated>> losses = byPerson(moments, preview.now(), Timeline.Moment::losses);
        Set<Id<Person>> people = new LinkedHashSet<>(gains.keySet());
        people.addAll(losses.keySet());
        Model model = preview.model();
        List<ReviewView.PersonReview> reviews = people.stream()
                .limit(PEOPLE_SHOWN)
                .map(person -> new ReviewView.PersonReview(
                        person.value(),
                        model.people().get(person).name(),
                        shifts(gains.getOrDefault(person, List.of()), model),
                        shifts(losses.getOrDefault(person, List.of()), model)))
                .sorted(Comparator.comparing(ReviewView.PersonReview::name))
                .toList();
        Reviewed reviewed = Reviewed.of(preview);
        return new ReviewView(reviewed.digest(), reviews, people.size() - reviews.size(), tenants(preview, reviewed));
    }

    /** Who is written to about accounts, or invited, when the draft is applied. */
    @Requires(value = Act.LOOK, over = Over.NOTHING)
    public ReviewView.MessagesReview messages(Actor actor, UUID draft) {
        Preview preview = previews.of(drafts.get(draft));
        List<Opening> invited = Opening.invited(preview.effects());
        List<Opening> all = new ArrayList<>(Opening.in(
                preview.snapshot().model(), preview.effects(), Found.by(preview).accounts()));
        int about = all.size();
        all.addAll(invited);
        Map<Occasion, Boolean> isAutomatic = new EnumMap<>(Occasion.class);
        for (Occasion occasion : Occasion.values()) {
            isAutomatic.put(occasion, templates.of(occasion).isAutomatic());
        }
        List<Person> people = all.stream()
                .map(opening -> preview.model().people().get(opening.person()))
                .toList();
        List<String> nowhere = people.stream()
                .filter(person -> person.mail().isEmpty())
                .map(Person::name)
                .toList();
        Optional<Person> first = people.stream().findFirst();
        return new ReviewView.MessagesReview(
                about,
                invited.size(),
                (int) all.stream()
                        .filter(opening -> !isAutomatic.getOrDefault(opening.occasion(), true))
                        .count(),
                first.map(Person::name).orElse(null),
                first.flatMap(Person::mail).map(mail -> mail.text()).orElse(null),
                nowhere.stream().limit(NAMED).toList(),
                nowhere.size());
    }

    /** In which tenants a draft gives people something who have no account there. */
    @Requires(value = Act.LOOK, over = Over.NOTHING)
    public List<ReviewView.MissingView> missingAccounts(Actor actor, UUID draft) {
        Preview preview = previews.of(drafts.get(draft));
        Model model = preview.model();
        Map<Id<Tenant>, List<MissingAccount>> missing = MissingAccount.in(preview, preview.lastBeginning()).stream()
                .filter(one -> one.canBeOpened() || one.isWaiting())
                .collect(Collectors.groupingBy(MissingAccount::tenant));
        return model.tenants().stream()
                .filter(tenant -> missing.containsKey(tenant.id()))
                .sorted(Comparator.comparingInt(Tenant::colour))
                .map(tenant -> missing(tenant, model, missing.getOrDefault(tenant.id(), List.of())))
                .toList();
    }

    private static ReviewView.MissingView missing(Tenant tenant, Model model, List<MissingAccount> there) {
        return new ReviewView.MissingView(
                tenant.id().value(),
                model.title(tenant),
                tenant.colour(),
                (int) there.stream().filter(MissingAccount::canBeOpened).count(),
                (int) there.stream().filter(MissingAccount::isWaiting).count());
    }

    /** What the one who asks lacks to apply the draft; empty if nothing. */
    @Requires(value = Act.LOOK, over = Over.NOTHING)
    public List<String> lacks(Actor actor, UUID draft) {
        return MissingAuthority.of(actor, previews.of(drafts.get(draft)));
    }

    /** A gain or loss with the coming instant from which on it is one; none if it is one now. */
    private record Dated(Optional<Instant> from, Timeline.Told told) {}

    private static Map<Id<Person>, List<Dated>> byPerson(
            List<Timeline.Moment> moments, Instant now, Function<Timeline.Moment, List<Timeline.Told>> which) {
        Map<Id<Person>, List<Dated>> found = new LinkedHashMap<>();
        for (Timeline.Moment moment : moments) {
            Optional<Instant> from = Optional.of(moment.at()).filter(now::isBefore);
            for (Timeline.Told told : which.apply(moment)) {
                found.computeIfAbsent(told.shift().person(), any -> new ArrayList<>())
                        .add(new Dated(from, told));
            }
        }
        return found;
    }

    private record Place(
            Optional<Instant> from,
            Id<Tenant> tenant,
            Optional<Id<Area>> area,
            String type,
            boolean held,
            List<Usability.Block> blocks) {}

    private static List<ReviewView.ShiftView> shifts(List<Dated> shifts, Model model) {
        Map<Place, List<Permission>> byPlace = new LinkedHashMap<>();
        for (Dated dated : shifts) {
            Impact.Shift shift = dated.told().shift();
            Place place = new Place(
                    dated.from(),
                    shift.tenant(),
                    shift.area(),
                    shift.permission().type().text(),
                    dated.told().held(),
                    dated.told().blocks());
            byPlace.computeIfAbsent(place, any -> new ArrayList<>()).add(shift.permission());
        }
        List<ReviewView.ShiftView> views = new ArrayList<>();
        byPlace.forEach((place, permissions) -> {
            Tenant tenant = model.tenants().get(place.tenant());
            App app = model.appOf(tenant);
            App.ResourceType type = app.resourceTypes().stream()
                    .filter(one -> one.key().text().equals(place.type()))
                    .findFirst()
                    .orElseThrow();
            views.add(new ReviewView.ShiftView(
                    model.title(tenant),
                    tenant.colour(),
                    type.name(),
                    place.area()
                            .map(area -> model.table(Kind.AREA).get(area).name())
                            .orElse("everywhere"),
                    type.actions().stream()
                            .filter(action -> permissions.stream()
                                    .anyMatch(permission -> permission.action().equals(action.key())))
                            .map(App.Action::label)
                            .toList(),
                    place.held(),
                    place.blocks(),
                    place.from().orElse(null)));
        });
        views.sort(Comparator.comparingInt(ReviewView.ShiftView::colour));
        return views;
    }

    private List<ReviewView.TenantReview> tenants(Preview preview, Reviewed reviewed) {
        Map<Id<Tenant>, Freshness> freshness = observations.freshness();
        Set<Id<Tenant>> byHand = manual.all();
        List<ReviewView.TenantReview> reviews = new ArrayList<>();
        for (JobPlanner.Forecast forecast : planner.forecast(reviewed, Found.by(preview))) {
            Tenant tenant = forecast.tenant();
            Model model = preview.model();
            Optional<Freshness> fresh = Optional.ofNullable(freshness.get(tenant.id()));
            boolean wasRead = fresh.flatMap(Freshness::doneAt).isPresent();
            reviews.add(new ReviewView.TenantReview(
                    tenant.id().value(),
                    model.title(tenant),
                    tenant.colour(),
                    byHand.contains(tenant.id())
                            || fresh.map(one -> one.state() != Freshness.State.FAILED)
                                    .orElse(false),
                    !tenant.can(Capability.LIVE_RIGHTS),
                    byHand.contains(tenant.id()),
                    forecast.steps().stream().limit(STEPS_SHOWN).toList(),
                    forecast.steps().size(),
                    pools(preview, tenant),
                    wasRead
                            ? differences.of(preview.snapshot(), tenant, forecast.touched()).stream()
                                    .map(Differences::words)
                                    .toList()
                            : List.of()));
        }
        reviews.sort(Comparator.comparingInt(ReviewView.TenantReview::colour));
        return reviews;
    }

    /** Pools from which the draft takes, as they would be left. */
    private static List<TenantViews.SeatPoolView> pools(Preview preview, Tenant tenant) {
        List<TenantViews.SeatPoolView> views = new ArrayList<>();
        for (App.SeatKind kind : preview.model().appOf(tenant).seatKinds()) {
            int before =
                    SeatPool.of(preview.snapshot().model(), tenant, kind.key()).takenAt(preview.now());
            SeatPool pool = SeatPool.of(preview.model(), tenant, kind.key());
            if (pool.takenAt(preview.now()) != before) {
                views.add(TenantViews.pool(kind, pool, preview.now()));
            }
        }
        return views;
    }
}
