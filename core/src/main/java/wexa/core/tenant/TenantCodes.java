package wexa.core.tenant;

import wexa.core.finding.Code;

/** What can stand against connecting tenants. */
public final class TenantCodes {
    public static final Code APP_KEY_TAKEN = Code.block(
            "app.key-taken",
            "The application {value} was added meanwhile. Connect the tenant again; it will belong to that application.");

    public static final Code TENANT_KEY_TAKEN =
            Code.block("tenant.key-taken", "A tenant {value} already exists. Use another short name.");

    private TenantCodes() {}
}
