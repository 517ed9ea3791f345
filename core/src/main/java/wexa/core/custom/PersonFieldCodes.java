package wexa.core.custom;

import wexa.core.finding.Code;

/** What can stand against changes to fields of people, and to their values. */
public final class PersonFieldCodes {
    public static final Code KEY_TAKEN = Code.block(
            "person-field.key-taken",
            "The short name {value} belongs to the field “{holder}”. Use another short name.");

    public static final Code LABEL_TAKEN =
            Code.block("person-field.label-taken", "There is a field called “{value}” already. Use another name.");

    public static final Code TOO_MANY = Code.block(
            "person-field.too-many", "There are already {most} fields, the most there can be. Retire one first.");

    public static final Code CHOICES_UNFIT = Code.block(
            "person-field.choices-unfit",
            "A field to choose from needs 2 to {most} choices, each once and up to 60 characters long; other fields have none.");

    public static final Code CHOICE_USED = Code.block(
            "person-field.choice-used",
            facts -> "“" + facts.value() + "” is chosen for " + facts.get("people")
                    + (facts.get("people").equals("1") ? " person" : " people")
                    + ". Keep it, or give them another value first.");

    public static final Code USED_BY_RULE = Code.block(
            "person-field.used-by-rule", "The rule of the group “{group}” uses this field. Change the rule first.");

    public static final Code VALUE_REQUIRED = Code.block(
            "person.value-required", "{holder} needs a value for “{label}” as {kind}. Add one to this draft.");

    private PersonFieldCodes() {}
}
