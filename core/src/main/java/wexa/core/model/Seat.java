package wexa.core.model;

import wexa.core.value.Id;
import wexa.core.value.Key;
import wexa.core.value.Window;

/** One licence of a seat kind out of a tenant's pool, held by an account for a while. */
public record Seat(Id<Seat> id, Id<Account> account, Key kind, Window window) implements Fact {
    public static final Lookup<Seat, Id<Account>> BY_ACCOUNT = Lookup.by(Seat::account);
}
