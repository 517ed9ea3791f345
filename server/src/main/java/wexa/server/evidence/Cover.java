package wexa.server.evidence;

import java.time.Instant;
import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * What a table is made of.
 *
 * @param at the instant that it is about
 * @param version the version of the model that held then
 * @param filter what it is narrowed to, in words; everything where it is empty
 * @param readings how old what is known of each tenant is
 */
public record Cover(
        Instant at,
        long version,
        List<String> filter,
        int rows,
        String by,
        String login,
        Instant madeAt,
        List<TenantReading> readings) {
    /** When a tenant was read last; never without an instant. */
    public record TenantReading(String tenant, @Nullable Instant readAt) {}

    Cover withRows(int counted) {
        return new Cover(at, version, filter, counted, by, login, madeAt, readings);
    }
}
