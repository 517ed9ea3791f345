package wexa.core.role;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.ZoneOffset;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.UUID;
import org.junit.jupiter.api.Test;
import wexa.core.RandomModel;
import wexa.core.app.Announcement;
import wexa.core.app.AppDifference;
import wexa.core.change.Nature;
import wexa.core.change.Resolution;
import wexa.core.intake.Entry;
import wexa.core.intake.Intake;
import wexa.core.model.App;
import wexa.core.model.Effect;
import wexa.core.model.Kind;
import wexa.core.model.Model;
import wexa.core.model.PermissionSet;
import wexa.core.registry.Rooms;
import wexa.core.room.WayBack;
import wexa.core.value.Key;
import wexa.core.value.Permission;

/** Sets that an application offers are taken over, follow what it offers, and stay as own ones when it offers them no more. */
class PresetsTest {
    private final RandomModel made = new RandomModel(4);
    private final App app = made.apps.get(0);
    private final Permission see = app.permissions().get(0);
    private final Permission change = app.permissions().get(1);

    private Announcement offering(String key, String name, Permission... permissions) {
        return new Announcement(
                made.tenants.get(0).id(),
                app,
                List.of(new Announcement.Preset(Key.of(key), name, "as offered", Set.of(permissions))));
    }

    private Resolution carriedOut(AppDifference difference, Model model) {
        Map<String, String> fields = new TreeMap<>(difference.form().entryOf(difference.values()));
        if (difference.form().nature() == Nature.MAKES) {
            fields.put("id", made.id().toString());
        }
        Intake intake = new Intake(model, ZoneOffset.UTC, RandomModel.NOW);
        Entry entry = intake.withIds(
                new Entry(new Entry.Id(new UUID(0, 9)), difference.form().name(), fields, Optional.empty()));
        Intake.Result read = intake.read(entry);
        assertThat(read.findings()).isEmpty();
        return read.change().orElseThrow().resolve(model, RandomModel.NOW);
    }

    private List<AppDifference> between(Model model, Announcement... announcements) {
        return Presets.between(app, List.of(announcements), model);
    }

    private static PermissionSet preset(Model model, String key) {
        return model.table(Kind.PERMISSION_SET)
                .by(PermissionSet.BY_KEY, Key.of(key))
                .get(0);
    }

    @Test
    void aPresetComesFollowsAndIsKept() {
        Model before = made.model();
        List<AppDifference> added = between(before, offering("starter", "Starter", see));
        assertThat(added).extracting(AppDifference::sort).containsExactly(AppDifference.Sort.PRESET_ADDED);
        Model with = before.with(carriedOut(added.get(0), before).effects());
        assertThat(preset(with, "starter").isPreset()).isTrue();
        assertThat(between(with, offering("starter", "Starter", see))).isEmpty();

        List<AppDifference> changed = between(with, offering("starter", "Starter", see, change));
        assertThat(changed).extracting(AppDifference::sort).containsExactly(AppDifference.Sort.PRESET_CHANGED);
        Resolution more = carriedOut(changed.get(0), with);
        Model later = with.with(more.effects());
        assertThat(preset(later, "starter").id())
                .isEqualTo(preset(with, "starter").id());
        assertThat(preset(later, "starter").permissions()).containsExactlyInAnyOrder(see, change);
        WayBack back = Rooms.wayBack(more.effects().get(0), RandomModel.NOW).orElseThrow();
        AppDifference undone =
                new AppDifference(AppDifference.Sort.PRESET_CHANGED, "", Optional.empty(), back.form(), back.values());
        assertThat(preset(later.with(carriedOut(undone, later).effects()), "starter"))
                .isEqualTo(preset(with, "starter"));

        List<AppDifference> withdrawn = between(later, offering("other", "Other", see));
        assertThat(withdrawn)
                .extracting(AppDifference::sort)
                .containsExactly(AppDifference.Sort.PRESET_ADDED, AppDifference.Sort.PRESET_WITHDRAWN);
        Model own = later.with(carriedOut(withdrawn.get(1), later).effects());
        assertThat(preset(own, "starter").isPreset()).isFalse();
        assertThat(preset(own, "starter").permissions()).containsExactlyInAnyOrder(see, change);
    }

    @Test
    void whoOffersNothingWithdrawsNothingAndWhatIsNotThereIsLeftOut() {
        PermissionSet known = new PermissionSet(
                        made.id(), Key.of("starter"), "Starter", "as offered", app.id(), Set.of(see))
                .asPreset(true);
        Model model = made.model().with(List.of(Effect.make(known)));
        assertThat(between(model, new Announcement(made.tenants.get(0).id(), app)))
                .isEmpty();
        Permission absent = new Permission(app.key(), Key.of("no"), Key.of("such"));
        assertThat(between(model, offering("starter", "Starter", see, absent))).isEmpty();
        assertThat(between(made.model(), offering("empty", "Empty", absent))).isEmpty();
    }

    @Test
    void aSetOfOurOwnWithTheSameShortNameStandsInTheWay() {
        PermissionSet own = new PermissionSet(made.id(), Key.of("starter"), "Ours", "ours", app.id(), Set.of(see));
        Model model = made.model().with(List.of(Effect.make(own)));
        AppDifference added =
                between(model, offering("starter", "Starter", see)).get(0);
        assertThat(carriedOut(added, model).findings())
                .extracting(finding -> finding.code())
                .contains(PermissionSetChange.KEY_TAKEN);
    }
}
