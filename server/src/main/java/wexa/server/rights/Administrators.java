package wexa.server.rights;

import java.time.Instant;
import java.util.Arrays;
import java.util.EnumSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.data.repository.Repository;
import org.springframework.security.crypto.password.PasswordEncoder;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;
import wexa.core.governance.Reach;
import wexa.core.value.Id;

/** Administrators by login, and the check of their passwords. */
@Component
public class Administrators {
    private final Rows rows;
    private final PasswordEncoder passwords;
    private volatile @Nullable String nobodysPassword;

    /** Rows of administrators. */
    interface Rows extends Repository<AdministratorRow, UUID> {
        Optional<AdministratorRow> findByLogin(String login);

        Optional<AdministratorRow> findById(UUID id);

        List<AdministratorRow> findAllByOrderByLogin();

        long count();

        void save(AdministratorRow row);
    }

    Administrators(Rows rows, PasswordEncoder passwords) {
        this.rows = rows;
        this.passwords = passwords;
    }

    /** An administrator as others see one. */
    public record Known(
            UUID id,
            String login,
            String name,
            Set<Act> acts,
            Reach reach,
            boolean seesScopeOnly,
            Optional<UUID> person,
            Optional<Instant> madeAt,
            Optional<Instant> endedAt,
            boolean hasSecondFactor) {}

    /** All that there are and were, by login. */
    @Transactional(readOnly = true)
    public List<Known> all() {
        return rows.findAllByOrderByLogin().stream().map(Administrators::known).toList();
    }

    @Transactional(readOnly = true)
    public Optional<Known> find(UUID id) {
        return rows.findById(id).map(Administrators::known);
    }

    @Transactional(readOnly = true)
    public Optional<Known> named(String login) {
        return rows.findByLogin(login).map(Administrators::known);
    }

    private static Known known(AdministratorRow row) {
        return new Known(
                row.id,
                row.login,
                row.name,
                acts(row),
                reach(row),
                row.seesScopeOnly,
                Optional.ofNullable(row.personId),
                Optional.ofNullable(row.madeAt),
                Optional.ofNullable(row.endedAt),
                row.hasSecondFactor);
    }

    /** Whether there never was one: then the first may be made without being signed in. */
    @Transactional(readOnly = true)
    public boolean areNone() {
        return rows.count() == 0;
    }

    /** What somebody who signed in earlier may do now; empty if they may no longer work here. */
    @Transactional(readOnly = true)
    public Optional<Actor> current(UUID id) {
        return rows.findById(id).filter(row -> row.endedAt == null).map(Administrators::actor);
    }

    @Transactional
    public void allow(UUID id, Set<Act> acts) {
        rows.findById(id).ifPresent(row -> {
            row.acts = text(acts);
            rows.save(row);
        });
    }

    /** Says where an administrator may change something, and whether they see anything else. */
    @Transactional
    public void setReach(UUID id, Reach reach, boolean seesScopeOnly) {
        rows.findById(id).ifPresent(row -> {
            row.seesScopeOnly = seesScopeOnly;
            row.tenants = idsText(reach.tenants());
            row.units = idsText(reach.units());
            rows.save(row);
        });
    }

    /** Says who of the people an administrator is, or that it is not known. */
    @Transactional
    public void link(String login, @Nullable UUID person) {
        rows.findByLogin(login).ifPresent(row -> {
            row.personId = person;
            rows.save(row);
        });
    }

    @Transactional
    public void end(UUID id, Instant at) {
        rows.findById(id).ifPresent(row -> {
            row.endedAt = at;
            rows.save(row);
        });
    }

    /** {@code mustChange} says that somebody else chose it. */
    @Transactional
    public void setPassword(UUID id, String password, boolean mustChange) {
        rows.findById(id).ifPresent(row -> {
            row.password = passwords.encode(password);
            row.mustChange = mustChange;
            rows.save(row);
        });
    }

    @Transactional
    public void setSecondFactor(UUID id, boolean isSet) {
        rows.findById(id).ifPresent(row -> row.hasSecondFactor = isSet);
    }

    @Transactional(readOnly = true)
    public boolean hasSecondFactor(UUID id) {
        return rows.findById(id).filter(row -> row.hasSecondFactor).isPresent();
    }

    @Transactional(readOnly = true)
    public boolean mustChange(UUID id) {
        return rows.findById(id).filter(row -> row.mustChange).isPresent();
    }

    @Transactional(readOnly = true)
    public Optional<UUID> idOf(String login) {
        return rows.findByLogin(login).map(row -> row.id);
    }

    /** Takes as long for an unknown login as for a wrong password, so that neither tells which it was. */
    @Transactional(readOnly = true)
    public Optional<Actor> check(String login, String password) {
        Optional<AdministratorRow> row = rows.findByLogin(login);
        boolean right = passwords.matches(password, row.map(one -> one.password).orElseGet(this::nobodysPassword));
        return right ? row.filter(one -> one.endedAt == null).map(Administrators::actor) : Optional.empty();
    }

    /** Made when first needed: hashing takes long, and a start should not wait for it. */
    private String nobodysPassword() {
        String known = nobodysPassword;
        if (known == null) {
            known = passwords.encode("nobody has this");
            nobodysPassword = known;
        }
        return known;
    }

    private static Actor actor(AdministratorRow row) {
        return new Actor(
                row.id,
                row.login,
                row.name,
                acts(row),
                reach(row),
                row.seesScopeOnly,
                Optional.ofNullable(row.personId).map(Id::of));
    }

    private static Reach reach(AdministratorRow row) {
        return new Reach(ids(row.tenants), ids(row.units));
    }

    private static <T> Optional<Set<Id<T>>> ids(@Nullable String text) {
        return Optional.ofNullable(text)
                .map(known -> Arrays.stream(known.split(","))
                        .filter(part -> !part.isEmpty())
                        .map(Id::<T>of)
                        .collect(Collectors.toSet()));
    }

    private static <T> @Nullable String idsText(Optional<Set<Id<T>>> ids) {
        return ids.map(some -> some.stream().map(Id::toString).sorted().collect(Collectors.joining(",")))
                .orElse(null);
    }

    private static Set<Act> acts(AdministratorRow row) {
        return Arrays.stream(row.acts.split(","))
                .map(Act::valueOf)
                .collect(Collectors.toCollection(() -> EnumSet.noneOf(Act.class)));
    }

    private static String text(Set<Act> acts) {
        return acts.stream().map(Act::name).sorted().collect(Collectors.joining(","));
    }

    @Transactional
    public void add(
            UUID id, String login, String name, String password, boolean mustChange, Set<Act> acts, Instant at) {
        AdministratorRow row = new AdministratorRow();
        row.id = id;
        row.login = login;
        row.name = name;
        row.password = passwords.encode(password);
        row.acts = text(acts);
        row.mustChange = mustChange;
        row.madeAt = at;
        rows.save(row);
    }
}
