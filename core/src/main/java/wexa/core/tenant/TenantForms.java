package wexa.core.tenant;

import wexa.core.change.Author;
import wexa.core.change.Field;
import wexa.core.change.Form;
import wexa.core.change.Types;
import wexa.core.model.Kind;

/** How tenants are connected. */
final class TenantForms {
    /** The application's key and its own, with a slash between. */
    static final Field<String> PATH = Field.required("tenant", Types.WORD, "Tenant");

    static final Field<String> NAME = Field.required("name", Types.TEXT, "Name");

    static final Form CONNECT = Form.makes(Kind.TENANT, "connect", "Connect a tenant")
            .from(Author.SETTINGS)
            .with(PATH, NAME)
            .says("connect tenant {tenant} {name}")
            .readsNothing();

    private TenantForms() {}
}
