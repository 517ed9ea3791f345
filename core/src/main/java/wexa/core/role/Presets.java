package wexa.core.role;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import wexa.core.app.Announcement;
import wexa.core.app.AppDifference;
import wexa.core.model.App;
import wexa.core.model.Kind;
import wexa.core.model.Model;
import wexa.core.model.PermissionSet;
import wexa.core.value.Key;
import wexa.core.value.Permission;

/** Permission sets that an application offers, against those that were taken over. */
public final class Presets {
    private Presets() {}

    /**
     * What of the presets is another than it was taken over, with the change that makes it so. Presets count only where any are
     * announced. Where tenants differ, the first counts. One that no tenant offers any more becomes the organisation's own: taking it
     * away would take access from people.
     *
     * @param together the application as its tenants say it is; permissions that it has not are left out of presets
     * @param announcements the highest version first
     */
    public static List<AppDifference> between(App together, List<Announcement> announcements, Model model) {
        Map<Key, Announcement.Preset> offered = new LinkedHashMap<>();
        announcements.forEach(said -> said.presets().forEach(preset -> offered.putIfAbsent(preset.key(), preset)));
        List<AppDifference> all = new ArrayList<>();
        if (offered.isEmpty()) {
            return all;
        }
        Set<Permission> there = new TreeSet<>(together.permissions());
        for (Announcement.Preset preset : offered.values()) {
            Set<Permission> permissions = new TreeSet<>(preset.permissions());
            permissions.retainAll(there);
            Optional<PermissionSet> known = PermissionSetForms.preset(preset.key(), together.id(), model);
            String description = known.map(PermissionSet::description)
                    .filter(own -> !own.isEmpty())
                    .orElse(preset.description());
            boolean isSame = known.filter(set -> set.name().equals(preset.name())
                            && set.permissions().equals(permissions)
                            && set.description().equals(description))
                    .isPresent();
            if (!isSame && !permissions.isEmpty()) {
                all.add(new AppDifference(
                        known.isEmpty() ? AppDifference.Sort.PRESET_ADDED : AppDifference.Sort.PRESET_CHANGED,
                        preset.name(),
                        Optional.empty(),
                        PermissionSetForms.OFFER,
                        PermissionSetForms.offer(together.id(), preset, description, permissions)));
            }
        }
        model.table(Kind.PERMISSION_SET).stream()
                .filter(set -> set.isPreset() && set.app().equals(together.id()) && !offered.containsKey(set.key()))
                .forEach(set -> all.add(new AppDifference(
                        AppDifference.Sort.PRESET_WITHDRAWN,
                        set.name(),
                        Optional.empty(),
                        PermissionSetForms.ADOPT,
                        PermissionSetForms.adopt(set))));
        return all;
    }
}
