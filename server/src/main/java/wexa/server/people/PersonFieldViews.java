package wexa.server.people;

import java.util.List;
import java.util.UUID;
import org.jspecify.annotations.Nullable;
import wexa.core.model.EngagementKind;
import wexa.core.model.PersonField;

/** How the organisation's own fields of people are shown. */
public final class PersonFieldViews {
    private PersonFieldViews() {}

    /**
     * A field.
     *
     * @param people how many have a value in it
     * @param lacking how many are engaged as something that requires it and have none
     * @param rules names of the groups whose rule asks for it
     */
    public record PersonFieldView(
            UUID id,
            String key,
            String label,
            PersonField.Type type,
            List<String> choices,
            List<EngagementKind> requiredFor,
            @Nullable String attribute,
            int people,
            int lacking,
            List<String> rules) {}

    /**
     * What a person has in a field.
     *
     * @param value as entries have it; nothing where it is empty
     * @param text for people to read
     * @param person whom it names, if it names somebody
     */
    public record ValueView(
            UUID field,
            String key,
            String label,
            PersonField.Type type,
            @Nullable String value,
            String text,
            @Nullable UUID person,
            boolean isRequired) {}
}
