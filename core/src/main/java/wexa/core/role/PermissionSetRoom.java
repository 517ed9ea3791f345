package wexa.core.role;

import java.time.Instant;
import java.util.List;
import java.util.Optional;
import wexa.core.change.Form;
import wexa.core.change.Values;
import wexa.core.model.Kind;
import wexa.core.model.Model;
import wexa.core.model.PermissionSet;
import wexa.core.model.Role;
import wexa.core.room.Marks;
import wexa.core.room.Room;
import wexa.core.room.WayBack;
import wexa.core.value.Window;

/** A set of permissions touches those who have a role that is made of it. */
public final class PermissionSetRoom implements Room<PermissionSet> {
    @Override
    public Kind<PermissionSet> kind() {
        return Kind.PERMISSION_SET;
    }

    @Override
    public List<Window> windows(PermissionSet permissionSet, Model model) {
        return List.of();
    }

    @Override
    public void marks(PermissionSet permissionSet, Model model, Marks to) {
        for (Role role : model.roles().stream().toList()) {
            if (role.sets().contains(permissionSet.id())) {
                to.holders(role.id());
                to.history(role.id());
            }
        }
        model.table(Kind.ROLE_VARIANT).stream()
                .filter(variant -> variant.sets().contains(permissionSet.id()))
                .forEach(variant -> to.holders(variant.role(), variant.tenant()));
    }

    @Override
    public List<Form> forms() {
        return List.of(
                PermissionSetForms.MAKE,
                PermissionSetForms.EDIT,
                PermissionSetForms.RETIRE,
                PermissionSetForms.OFFER,
                PermissionSetForms.ADOPT);
    }

    @Override
    public Values values(PermissionSet set) {
        return PermissionSetForms.values(set);
    }

    /** The same again, so that what referred to it does. */
    @Override
    public Optional<WayBack> remaking(PermissionSet gone) {
        return Optional.of(making(gone));
    }

    private static WayBack making(PermissionSet set) {
        return new WayBack(
                set.isPreset() ? PermissionSetForms.OFFER : PermissionSetForms.MAKE,
                PermissionSetForms.making(set),
                WayBack.Identity.SAME);
    }

    @Override
    public Optional<WayBack> changingBack(PermissionSet before, PermissionSet after, Instant now) {
        boolean isOwn = !before.isPreset() && !after.isPreset();
        return Optional.of(
                isOwn ? new WayBack(PermissionSetForms.EDIT, values(before), WayBack.Identity.SAME) : making(before));
    }

    @Override
    public Optional<String> title(PermissionSet set, Model model) {
        return Optional.of(set.name());
    }
}
