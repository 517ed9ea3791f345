package wexa.server.administrators;

import java.util.Arrays;
import java.util.EnumSet;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.data.repository.Repository;
import org.springframework.security.crypto.password.PasswordEncoder;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** Administrators by login, and the check of their passwords. */
@Component
public class Administrators {
    private final Rows rows;
    private final PasswordEncoder passwords;
    private volatile @Nullable String nobodysPassword;

    /** Rows of administrators. */
    interface Rows extends Repository<AdministratorRow, UUID> {
        Optional<AdministratorRow> findByLogin(String login);

        void save(AdministratorRow row);
    }

    Administrators(Rows rows, PasswordEncoder passwords) {
        this.rows = rows;
        this.passwords = passwords;
    }

    /** Takes as long for an unknown login as for a wrong password, so that neither tells which it was. */
    @Transactional(readOnly = true)
    public Optional<Actor> check(String login, String password) {
        Optional<AdministratorRow> row = rows.findByLogin(login);
        boolean right = passwords.matches(password, row.map(one -> one.password).orElseGet(this::nobodysPassword));
        return right ? row.map(Administrators::actor) : Optional.empty();
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
        Set<Act> acts = Arrays.stream(row.acts.split(","))
                .map(Act::valueOf)
                .collect(Collectors.toCollection(() -> EnumSet.noneOf(Act.class)));
        return new Actor(row.id, row.login, row.name, acts);
    }

    @Transactional
    public void add(UUID id, String login, String name, String password, Set<Act> acts) {
        AdministratorRow row = new AdministratorRow();
        row.id = id;
        row.login = login;
        row.name = name;
        row.password = passwords.encode(password);
        row.acts = acts.stream().map(Act::name).sorted().collect(Collectors.joining(","));
        rows.save(row);
    }
}
