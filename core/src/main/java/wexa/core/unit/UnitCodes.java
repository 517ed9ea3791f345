package wexa.core.unit;

import wexa.core.finding.Code;

/** What can stand against changes to units. */
public final class UnitCodes {
    public static final Code UNIT_KEY_TAKEN = Code.block(
            "unit.key-taken", "The short name {value} belongs to the unit “{holder}”. Use another short name.");

    public static final Code UNIT_BELOW_ITSELF = Code.block(
            "unit.below-itself",
            "{value} is {unit} or lies below it, and a unit cannot become part of itself. Choose another unit.");

    private UnitCodes() {}
}
