package wexa.core.change;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Instant;
import java.time.ZoneOffset;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.LongStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;
import wexa.core.RandomModel;
import wexa.core.SampleEntries;
import wexa.core.consistency.Reviewed;
import wexa.core.finding.Code;
import wexa.core.finding.Finding;
import wexa.core.intake.Entry;
import wexa.core.intake.Intake;
import wexa.core.model.App;
import wexa.core.model.Area;
import wexa.core.model.Effect;
import wexa.core.model.Environment;
import wexa.core.model.Home;
import wexa.core.model.Kind;
import wexa.core.model.Model;
import wexa.core.model.Tenant;
import wexa.core.model.Unit;
import wexa.core.preview.Impact;
import wexa.core.preview.Preview;
import wexa.core.preview.Snapshot;
import wexa.core.tenant.TenantChange;
import wexa.core.tenant.TenantCodes;
import wexa.core.unit.HomeChange;
import wexa.core.unit.UnitChange;
import wexa.core.unit.UnitCodes;
import wexa.core.value.Key;

/** What everything else stands on: units, homes and tenants that are new. They give nobody anything. */
class FoundationTest {
    private static final Instant NOW = RandomModel.NOW;

    private final RandomModel made = new RandomModel(4);
    private final Model model = made.model();

    static LongStream seeds() {
        return LongStream.range(0, 20);
    }

    private static Preview preview(Model model, Change change) {
        return Preview.of(Snapshot.compile(1, model), change, NOW, ZoneOffset.UTC);
    }

    private static Preview preview(Model model, Entry entry) {
        return Preview.of(Snapshot.compile(1, model), List.of(entry), NOW, ZoneOffset.UTC);
    }

    private static List<Code> codes(Preview preview) {
        return preview.outcomes().get(0).findings().stream().map(Finding::code).toList();
    }

    private static TenantChange.Connect connect(RandomModel made, App app, String key) {
        Tenant like = made.tenants.get(0);
        Tenant tenant = new Tenant(
                made.id(),
                Key.of(key),
                app.id(),
                "New",
                Environment.TRAINING,
                9,
                Map.of(),
                like.userNameRule(),
                like.capabilities());
        Area hall = new Area(made.id(), tenant.id(), Key.of("hall"), "Hall", Optional.empty());
        Area room = new Area(made.id(), tenant.id(), Key.of("room"), "Room", Optional.of(hall.id()));
        return new TenantChange.Connect(tenant, app, List.of(hall, room));
    }

    private static App otherApp(RandomModel made, String key) {
        return new App(made.id(), Key.of(key), "Other", List.of(), List.of(), List.of(), App.AreaUse.OPTIONAL);
    }

    @ParameterizedTest(name = "seed {0}")
    @MethodSource("seeds")
    void whatIsNewGivesNobodyAnything(long seed) {
        RandomModel random = new RandomModel(seed);
        Model before = random.model();
        Home home = new Home(random.id(), Key.of("far"), "Far", Home.Sort.PARTNER);
        List<Preview> all = List.of(
                preview(
                        before,
                        SampleEntries.entry(
                                random, "unit.make", "id", random.id().toString(), "key", "annex", "name", "Annex")),
                preview(before, new HomeChange.Make(home)),
                preview(before, connect(random, random.apps.get(0), "new")),
                preview(before, connect(random, otherApp(random, "other"), "new")));
        assertThat(all).allSatisfy(preview -> {
            assertThat(preview.effects()).isNotEmpty();
            assertThat(preview.instants(50))
                    .allSatisfy(at -> assertThat(preview.impactAt(at)).matches(Impact::isEmpty));
            assertThat(Reviewed.of(preview).touched()).isEmpty();
        });
    }

    @Test
    void aUnitIsReadFromItsFieldsAndTold() {
        String parent = made.units.get(0).key().text();
        Preview preview = preview(
                model,
                SampleEntries.entry(
                        made,
                        "unit.make",
                        "id",
                        made.id().toString(),
                        "key",
                        "annex",
                        "name",
                        "The annex",
                        "parent",
                        parent));
        assertThat(preview.outcomes().get(0).sentence())
                .contains("make unit annex \"The annex\" under " + parent + " zone Z");
        Unit unit = preview.model()
                .table(Kind.UNIT)
                .by(Unit.BY_KEY, Key.of("annex"))
                .get(0);
        assertThat(unit.parent()).contains(made.units.get(0).id());
        assertThat(unit.zone()).isEqualTo(ZoneOffset.UTC);
        assertThat(new UnitChange.Make(unit).resolve(preview.model(), NOW).isAlreadySo())
                .isTrue();
    }

    @Test
    void aUnitWithATakenNameOrNoParentIsRefusedByItsFields() {
        Intake.Result reading = new Intake(model, ZoneOffset.UTC, NOW)
                .read(SampleEntries.entry(
                        made, "unit.make", "id", made.id().toString(), "key", "Not a key", "parent", "nowhere"));
        assertThat(reading.findings())
                .extracting(finding -> finding.path() + " " + finding.code().text())
                .containsExactlyInAnyOrder("key field.malformed", "name field.missing", "parent reference.unresolved");
        Unit taken = made.units.get(1);
        Unit lost = new Unit(made.id(), taken.key(), "Twin", Optional.of(made.id()), ZoneOffset.UTC);
        assertThat(codes(preview(model, new UnitChange.Make(lost))))
                .containsExactlyInAnyOrder(UnitCodes.UNIT_KEY_TAKEN, Code.REFERENCE_UNRESOLVED);
    }

    @Test
    void aHomeIsMadeOnce() {
        Home home = new Home(made.id(), Key.of("far"), "Far", Home.Sort.PARTNER);
        Home again = new Home(made.id(), Key.of("far"), "Farther", Home.Sort.PARTNER);
        Preview first = preview(model, new HomeChange.Make(home));
        assertThat(first.outcomes().get(0).sentence()).contains("make home far \"Far\"");
        assertThat(preview(first.model(), new HomeChange.Make(again)).effects()).isEmpty();
    }

    @Test
    void aTenantComesWithItsAreasAndItsAppOnce() {
        TenantChange.Connect first = connect(made, otherApp(made, "other"), "north");
        Preview preview = preview(model, first);
        assertThat(preview.outcomes().get(0).sentence()).contains("connect tenant other/north \"Other New\"");
        assertThat(preview.effects())
                .extracting(Effect::kind)
                .containsExactlyInAnyOrder(Kind.APP, Kind.TENANT, Kind.AREA, Kind.AREA);
        assertThat(preview(preview.model(), connect(made, first.app(), "south")).effects())
                .extracting(Effect::kind)
                .containsExactlyInAnyOrder(Kind.TENANT, Kind.AREA, Kind.AREA);
        assertThat(codes(preview(preview.model(), connect(made, first.app(), "north"))))
                .containsExactly(TenantCodes.TENANT_KEY_TAKEN);
        assertThat(codes(preview(preview.model(), connect(made, otherApp(made, "other"), "west"))))
                .containsExactly(TenantCodes.APP_KEY_TAKEN);
    }
}
