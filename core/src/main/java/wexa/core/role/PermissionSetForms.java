package wexa.core.role;

import java.util.List;
import java.util.Optional;
import java.util.Set;
import wexa.core.app.Announcement;
import wexa.core.change.Change;
import wexa.core.change.Field;
import wexa.core.change.Form;
import wexa.core.change.NamedTypes;
import wexa.core.change.Reading;
import wexa.core.change.Types;
import wexa.core.change.Values;
import wexa.core.model.App;
import wexa.core.model.Kind;
import wexa.core.model.Model;
import wexa.core.model.PermissionSet;
import wexa.core.model.Sensitivity;
import wexa.core.value.Id;
import wexa.core.value.Key;
import wexa.core.value.Permission;

/** How permission sets are made, changed and retired. A set stays with its application. */
final class PermissionSetForms {
    static final Field<Id<PermissionSet>> SET =
            Field.required("permission-set", NamedTypes.PERMISSION_SET, "Permission set");
    private static final Field<Key> KEY = Field.required("key", Types.KEY, "Short name");
    private static final Field<String> NAME = Field.required("name", Types.TEXT, "Name");
    private static final Field<Id<App>> APP = Field.required("app", NamedTypes.APP, "Application");
    private static final Field<String> DESCRIPTION = Field.optional("description", Types.TEXT, "Description");
    private static final Field<List<Permission>> PERMISSIONS =
            Field.optional("permissions", Types.listOf(Types.PERMISSION), "Permissions");

    private static final Field<Sensitivity> SENSITIVITY =
            Field.optional("sensitivity", Types.choice("a sensitivity", Sensitivity.class), "Sensitivity");

    static final Form MAKE = Form.makes(Kind.PERMISSION_SET, "make", "Create a permission set")
            .with(KEY, NAME, APP, DESCRIPTION, PERMISSIONS, SENSITIVITY)
            .says("make set {key} {name} of {app}[ about {description}][ permissions {permissions}]"
                    + "[ sensitivity {sensitivity}]")
            .reads(PermissionSetForms::made);

    static final Form EDIT = Form.changes(Kind.PERMISSION_SET, "edit", "Change a permission set")
            .with(SET, KEY, NAME, DESCRIPTION, PERMISSIONS, SENSITIVITY)
            .says("change set {permission-set}[ key {key}][ name {name}][ about {description}]"
                    + "[ permissions {permissions}][ sensitivity {sensitivity}]")
            .reads(in -> set(in).flatMap(before -> edited(before, in)));

    private static final Field<String> REQUIRED_DESCRIPTION = Field.required("description", Types.TEXT, "Description");
    private static final Field<List<Permission>> OFFERED =
            Field.required("permissions", Types.listOf(Types.PERMISSION), "Permissions");

    /** The short name tells which preset it is: one that is known is offered anew. */
    static final Form OFFER = Form.makes(Kind.PERMISSION_SET, "offer", "Take over a preset")
            .orReopens(in -> in.get(APP)
                    .flatMap(app -> in.get(KEY).flatMap(key -> preset(key, app, in.model())))
                    .map(PermissionSet::id))
            .with(KEY, NAME, APP, REQUIRED_DESCRIPTION, OFFERED)
            .says("offer set {key} {name} of {app} about {description} permissions {permissions}")
            .reads(PermissionSetForms::offered);

    static final Form ADOPT = Form.changes(Kind.PERMISSION_SET, "adopt", "Keep a preset as your own set")
            .with(SET)
            .says("adopt set {permission-set}")
            .reads(in -> set(in).map(PermissionSetChange.Adopt::new));

    static final Form RETIRE = Form.ends(Kind.PERMISSION_SET, "retire", "Retire a permission set")
            .with(SET)
            .says("retire set {permission-set}")
            .afterOthers()
            .reads(in -> set(in).map(PermissionSetChange.Retire::new));

    private PermissionSetForms() {}

    static Values values(PermissionSet set) {
        return new Values()
                .put(KEY, set.key())
                .put(NAME, set.name())
                .put(APP, set.app())
                .putText(DESCRIPTION, set.description())
                .putAll(PERMISSIONS, set.permissions())
                .put(SENSITIVITY, set.sensitivity());
    }

    private static Optional<PermissionSet> set(Reading in) {
        return in.get(SET).map(in.model().table(Kind.PERMISSION_SET)::get);
    }

    private static Optional<Change> made(Reading in) {
        Optional<Id<PermissionSet>> id = in.newId();
        Optional<Key> key = in.get(KEY);
        String name = in.text(NAME);
        Optional<Id<App>> app = in.get(APP);
        String description = in.text(DESCRIPTION);
        Set<Permission> permissions = Set.copyOf(in.several(PERMISSIONS));
        Optional<Sensitivity> sensitivity = in.get(SENSITIVITY);
        return id.isEmpty() || key.isEmpty() || app.isEmpty()
                ? Optional.empty()
                : Optional.of(new PermissionSetChange.Make(new PermissionSet(
                        id.get(), key.get(), name, description, app.get(), permissions, sensitivity, false)));
    }

    /** What the form that makes such a set holds for it. */
    static Values making(PermissionSet set) {
        return set.isPreset()
                ? offer(
                        set.app(),
                        new Announcement.Preset(set.key(), set.name(), set.description(), set.permissions()),
                        set.description(),
                        set.permissions())
                : values(set);
    }

    static Values offer(Id<App> app, Announcement.Preset preset, String description, Set<Permission> permissions) {
        return new Values()
                .put(KEY, preset.key())
                .put(NAME, preset.name())
                .put(APP, app)
                .putText(REQUIRED_DESCRIPTION, description)
                .put(OFFERED, List.copyOf(permissions));
    }

    static Values adopt(PermissionSet set) {
        return new Values().put(SET, set.id());
    }

    static Optional<PermissionSet> preset(Key key, Id<App> app, Model model) {
        return model.table(Kind.PERMISSION_SET).by(PermissionSet.BY_KEY, key).stream()
                .filter(set -> set.isPreset() && set.app().equals(app))
                .findFirst();
    }

    private static Optional<Change> offered(Reading in) {
        Optional<Id<PermissionSet>> id = in.newId();
        Optional<Key> key = in.get(KEY);
        String name = in.text(NAME);
        Optional<Id<App>> app = in.get(APP);
        Optional<String> description = in.get(REQUIRED_DESCRIPTION);
        Optional<List<Permission>> permissions = in.get(OFFERED);
        if (id.isEmpty() || key.isEmpty() || app.isEmpty() || description.isEmpty() || permissions.isEmpty()) {
            return Optional.empty();
        }
        return Optional.of(new PermissionSetChange.Offer(new PermissionSet(
                id.get(),
                key.get(),
                name,
                description.get(),
                app.get(),
                Set.copyOf(permissions.get()),
                in.model().table(Kind.PERMISSION_SET).find(id.get()).flatMap(PermissionSet::sensitivity),
                true)));
    }

    private static Optional<Change> edited(PermissionSet before, Reading in) {
        String name = in.textOrKept(NAME, before.name());
        String description = in.textOrKept(DESCRIPTION, before.description());
        Set<Permission> permissions = Set.copyOf(in.severalOrKept(PERMISSIONS, List.copyOf(before.permissions())));
        Optional<Sensitivity> sensitivity = in.orKept(SENSITIVITY, before.sensitivity());
        return in.orKept(KEY, Optional.of(before.key()))
                .map(key -> new PermissionSetChange.Edit(new PermissionSet(
                        before.id(),
                        key,
                        name,
                        description,
                        before.app(),
                        permissions,
                        sensitivity,
                        before.isPreset())));
    }
}
