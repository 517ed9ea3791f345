package wexa.server.inbound;

import jakarta.persistence.EntityManager;
import jakarta.persistence.LockModeType;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import org.springframework.data.domain.Limit;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Query;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;
import wexa.connect.inbound.PushedUser;
import wexa.connect.inbound.ScimFault;
import wexa.connect.inbound.UserDocuments;

/** Pushed users in rows. A version rises with every change of what was pushed, and with nothing else. */
@Component
class PushedStore {
    private static final int MOST_LISTED = 30;

    private final Rows rows;
    private final EntityManager entities;

    /** What became of a pushed user. */
    enum State {
        /** Kept, and not yet looked at. */
        KEPT,
        /** Nothing was to be changed. */
        SAME,
        PASSED,
        HELD,
        /** Deleted by the program, and not yet looked at. */
        GOING,
        /** Deleted by the program. */
        GONE;

        boolean isDeleted() {
            return this == GOING || this == GONE;
        }
    }

    /** Rows of pushed users. */
    interface Rows extends JpaRepository<PushedRow, UUID> {
        Optional<PushedRow> findByServiceIdAndUserName(UUID serviceId, String userName);

        Optional<PushedRow> findByServiceIdAndExternalId(UUID serviceId, String externalId);

        List<PushedRow> findByServiceIdAndStateNotInAndIdGreaterThanOrderById(
                UUID serviceId, List<String> states, UUID after, Limit limit);

        List<PushedRow> findByStateIn(List<String> states);

        @Query("select row, service.name from PushedRow row join ServiceRow service on service.id = row.serviceId"
                + " order by row.changedAt desc")
        List<Object[]> newest(Limit limit);
    }

    /** A pushed user in a list. */
    record Line(
            UUID id,
            String service,
            PushedUser user,
            State state,
            Optional<UUID> person,
            Optional<UUID> draft,
            Instant changedAt) {}

    PushedStore(Rows rows, EntityManager entities) {
        this.rows = rows;
        this.entities = entities;
    }

    @Transactional(readOnly = true)
    List<Line> lately() {
        return rows.newest(Limit.of(MOST_LISTED)).stream()
                .map(pair -> {
                    Pushed pushed = pushed((PushedRow) pair[0]);
                    return new Line(
                            pushed.id(),
                            (String) pair[1],
                            pushed.user(),
                            pushed.state(),
                            pushed.person(),
                            pushed.draft(),
                            pushed.changedAt());
                })
                .toList();
    }

    @Transactional(readOnly = true)
    Optional<Pushed> find(UUID service, UUID id) {
        return rows.findById(id)
                .filter(row -> row.serviceId.equals(service)
                        && !State.valueOf(row.state).isDeleted())
                .map(PushedStore::pushed);
    }

    /** By user name or by the program's own id; among them those that the program deleted. */
    @Transactional(readOnly = true)
    Optional<Pushed> named(UUID service, String userName) {
        return rows.findByServiceIdAndUserName(service, plain(userName)).map(PushedStore::pushed);
    }

    @Transactional(readOnly = true)
    Optional<Pushed> withExternalId(UUID service, String externalId) {
        return rows.findByServiceIdAndExternalId(service, externalId).map(PushedStore::pushed);
    }

    /** Those after an id, in the order of their ids. */
    @Transactional(readOnly = true)
    List<Pushed> after(UUID service, UUID id, int limit) {
        return rows
                .findByServiceIdAndStateNotInAndIdGreaterThanOrderById(
                        service, List.of(State.GOING.name(), State.GONE.name()), id, Limit.of(limit))
                .stream()
                .map(PushedStore::pushed)
                .toList();
    }

    /** What was kept before a process died, and never looked at. */
    @Transactional(readOnly = true)
    List<Pushed> unsettled() {
        return rows.findByStateIn(List.of(State.KEPT.name(), State.GOING.name())).stream()
                .map(PushedStore::pushed)
                .toList();
    }

    @Transactional
    Pushed add(UUID id, UUID service, PushedUser user, Instant at) {
        PushedRow row = new PushedRow();
        row.id = id;
        row.serviceId = service;
        row.madeAt = at;
        row.state = State.KEPT.name();
        fill(row, user, at);
        entities.persist(row);
        entities.flush();
        return pushed(row);
    }

    /** Writes what was pushed anew; the version that the program named must still be the newest. */
    @Transactional
    Pushed change(Pushed before, PushedUser user, State state, Instant at) throws ScimFault {
        PushedRow row = rows.findById(before.id()).orElseThrow();
        entities.lock(row, LockModeType.PESSIMISTIC_WRITE);
        if (row.version != before.version()) {
            throw new ScimFault(412, "", "The user was changed meanwhile. Read it again and send the change anew.");
        }
        fill(row, user, at);
        row.state = state.name();
        entities.lock(row, LockModeType.OPTIMISTIC_FORCE_INCREMENT);
        entities.flush();
        return pushed(row);
    }

    /** Notes what became of it; that is no change of what was pushed, so the version stays. */
    @Transactional
    void settled(UUID id, State state, Optional<UUID> person, boolean isLinked, Optional<UUID> draft) {
        entities.createQuery("update PushedRow row set row.state = :state, row.personId = :person,"
                        + " row.linked = :linked, row.draftId = :draft where row.id = :id")
                .setParameter("state", state.name())
                .setParameter("person", person.orElse(null))
                .setParameter("linked", isLinked)
                .setParameter("draft", draft.orElse(null))
                .setParameter("id", id)
                .executeUpdate();
    }

    private static void fill(PushedRow row, PushedUser user, Instant at) {
        row.userName = plain(user.userName());
        row.externalId = user.externalId().orElse(null);
        row.body = UserDocuments.write(user);
        row.changedAt = at;
    }

    /** User names are compared without regard to case (RFC 7643 4.1.1). */
    private static String plain(String userName) {
        return userName.toLowerCase(java.util.Locale.ROOT);
    }

    private static Pushed pushed(PushedRow row) {
        try {
            return new Pushed(
                    row.id,
                    row.serviceId,
                    UserDocuments.read(row.body),
                    row.version,
                    State.valueOf(row.state),
                    Optional.ofNullable(row.personId),
                    row.linked,
                    Optional.ofNullable(row.draftId),
                    row.madeAt,
                    row.changedAt);
        } catch (ScimFault unreadable) {
            throw new IllegalStateException("the pushed user " + row.id + " cannot be read", unreadable);
        }
    }
}
