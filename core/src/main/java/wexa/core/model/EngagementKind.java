package wexa.core.model;

/** Why a person is here. */
public enum EngagementKind {
    EMPLOYEE,
    VOLUNTEER,
    CONTRACTOR,
    PARTNER
}
