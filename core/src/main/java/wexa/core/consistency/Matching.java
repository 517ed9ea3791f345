package wexa.core.consistency;

import java.time.Instant;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import wexa.core.account.UserNames;
import wexa.core.consistency.Observation.UnlinkedObject;
import wexa.core.consistency.TenantObject.AccountState;
import wexa.core.model.Account;
import wexa.core.model.Kind;
import wexa.core.model.Model;
import wexa.core.model.Person;
import wexa.core.model.Tenant;
import wexa.core.value.Id;

/**
 * Whose the accounts of a tenant are that nobody linked: a proposal for each, never more. Compared without regard to case;
 * by e-mail address first, then by the user name that the tenant's rule would make, then by the whole name. A reason that
 * points at two people points at nobody, and a person to whom two accounts point is proposed for neither. Who has an
 * account there already is proposed for none. Linear in people and accounts.
 */
public final class Matching {
    private final Map<String, Set<Id<Person>>> byMail = new HashMap<>();
    private final Map<String, Set<Id<Person>>> byUserName = new HashMap<>();
    private final Map<String, Set<Id<Person>>> byName = new HashMap<>();

    /** Why somebody is proposed. */
    public enum Reason {
        MAIL,
        USER_NAME,
        NAME
    }

    /** An account and whose it may be. */
    public record Proposal(UnlinkedObject account, Optional<Candidate> candidate) {}

    /** Who it may be, and why. */
    public record Candidate(Id<Person> person, Reason reason) {}

    private Matching(Model model, Tenant tenant, Instant now) {
        Set<Id<Person>> served = new HashSet<>();
        model.table(Kind.ACCOUNT)
                .by(Account.BY_TENANT, tenant.id())
                .forEach(account -> account.person().ifPresent(served::add));
        for (Person person : model.people().stream().toList()) {
            if (!served.contains(person.id())) {
                person.mail().ifPresent(mail -> put(byMail, mail.text(), person.id()));
                UserNames.byRule(model, tenant, person, now).ifPresent(name -> put(byUserName, name, person.id()));
                put(byName, person.name(), person.id());
            }
        }
    }

    private static void put(Map<String, Set<Id<Person>>> into, String key, Id<Person> person) {
        into.computeIfAbsent(key.toLowerCase(Locale.ROOT), any -> new HashSet<>())
                .add(person);
    }

    /** A proposal for each account among the strangers, in their order. */
    public static List<Proposal> of(Model model, Tenant tenant, Collection<UnlinkedObject> strangers, Instant now) {
        Matching matching = new Matching(model, tenant, now);
        List<Proposal> first = new ArrayList<>();
        Map<Id<Person>, Integer> times = new HashMap<>();
        for (UnlinkedObject stranger : strangers) {
            if (stranger.state() instanceof AccountState state) {
                Optional<Candidate> candidate = matching.candidate(state);
                candidate.ifPresent(one -> times.merge(one.person(), 1, Integer::sum));
                first.add(new Proposal(stranger, candidate));
            }
        }
        return first.stream()
                .map(proposal -> new Proposal(
                        proposal.account(),
                        proposal.candidate().filter(one -> times.getOrDefault(one.person(), 0) == 1)))
                .toList();
    }

    private Optional<Candidate> candidate(AccountState account) {
        return account.mail()
                .flatMap(mail -> only(byMail, mail, Reason.MAIL))
                .or(() -> only(byUserName, account.userName(), Reason.USER_NAME))
                .or(() -> only(byName, (account.givenName() + " " + account.familyName()).strip(), Reason.NAME));
    }

    private static Optional<Candidate> only(Map<String, Set<Id<Person>>> in, String key, Reason reason) {
        Set<Id<Person>> found = key.isBlank() ? Set.of() : in.getOrDefault(key.toLowerCase(Locale.ROOT), Set.of());
        return found.size() == 1 ? Optional.of(new Candidate(found.iterator().next(), reason)) : Optional.empty();
    }
}
