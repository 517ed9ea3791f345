package wexa.core.model;

/** Whether a tenant holds the real work or is there to learn on. */
public enum Environment {
    LIVE,
    TRAINING
}
