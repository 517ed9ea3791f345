package wexa.server.messages;

import java.time.Instant;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Collection;
import java.util.HashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.UUID;
import java.util.stream.Collectors;
import org.springframework.data.domain.Limit;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Query;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;
import wexa.core.message.MessageTemplate;
import wexa.core.message.Occasion;
import wexa.core.message.Opening;
import wexa.core.model.Account;
import wexa.core.model.Person;
import wexa.core.value.Id;
import wexa.server.database.NewRows;
import wexa.server.messages.Message.State;
import wexa.server.wiring.Ids;

/** Messages in rows. */
@Component
class MessageStore {
    private static final int LONGEST_DETAIL = 500;
    private static final int AT_A_TIME = 1_000;

    private final Rows rows;
    private final NewRows newRows;
    private final Ids ids;

    /** Rows of messages. */
    interface Rows extends JpaRepository<MessageRow, UUID> {
        @Query("select row from MessageRow row where row.state in :states and row.id < :before"
                + " order by row.id desc")
        List<MessageRow> page(Collection<String> states, UUID before, Limit limit);

        @Query("select row from MessageRow row where row.state in ('WAITING', 'GOING', 'SENDING')"
                + " and row.dueAt <= :now order by row.dueAt, row.id")
        List<MessageRow> due(Instant now, Limit limit);

        boolean existsByPersonIdAndOccasionAndMadeAtGreaterThanEqual(UUID personId, String occasion, Instant since);

        List<MessageRow> findByPersonIdOrderByMadeAtDesc(UUID personId, Limit limit);

        @Query(
                "select row from MessageRow row where row.personId in :people"
                        + " and row.state in ('WAITING', 'READY', 'GOING') and row.occasion in ('FIRST_ACCOUNTS', 'MORE_ACCOUNTS')")
        List<MessageRow> open(Collection<UUID> people);

        /** How many messages are in a state. */
        record Count(String state, long messages) {}

        @Query("select new wexa.server.messages.MessageStore$Rows$Count(row.state, count(row)) from MessageRow row"
                + " group by row.state")
        List<Count> countByState();
    }

    MessageStore(Rows rows, NewRows newRows, Ids ids) {
        this.rows = rows;
        this.newRows = newRows;
        this.ids = ids;
    }

    @Transactional(readOnly = true)
    Optional<Message> find(UUID id) {
        return rows.findById(id).map(MessageStore::message);
    }

    /** Messages in one of the states, newest first: ids are made in the order of time (RFC 9562 5.7). */
    @Transactional(readOnly = true)
    List<Message> page(Set<State> states, UUID before, int most) {
        Set<String> names = states.stream().map(State::name).collect(Collectors.toSet());
        return rows.page(names, before, Limit.of(most)).stream()
                .map(MessageStore::message)
                .toList();
    }

    @Transactional(readOnly = true)
    List<Message> about(Id<Person> person, int most) {
        return rows.findByPersonIdOrderByMadeAtDesc(person.value(), Limit.of(most)).stream()
                .map(MessageStore::message)
                .toList();
    }

    /** Whether somebody got, or is to get, a message of that kind that was made since. */
    @Transactional(readOnly = true)
    boolean hasSince(Id<Person> person, Occasion occasion, Instant since) {
        return rows.existsByPersonIdAndOccasionAndMadeAtGreaterThanEqual(person.value(), occasion.name(), since);
    }

    @Transactional(readOnly = true)
    List<Message> due(Instant now, int most) {
        return rows.due(now, Limit.of(most)).stream().map(MessageStore::message).toList();
    }

    @Transactional(readOnly = true)
    Map<State, Long> counts() {
        Map<State, Long> found = new TreeMap<>();
        rows.countByState().forEach(count -> found.put(State.valueOf(count.state()), count.messages()));
        return found;
    }

    /** Messages about accounts that are not sent yet to these people: what opens meanwhile goes into them. */
    @Transactional(readOnly = true)
    Map<Id<Person>, UUID> open(List<Id<Person>> people) {
        Map<Id<Person>, UUID> found = new HashMap<>();
        for (int from = 0; from < people.size(); from += AT_A_TIME) {
            List<Id<Person>> some = people.subList(from, Math.min(from + AT_A_TIME, people.size()));
            rows.open(some.stream().map(Id::value).toList())
                    .forEach(row -> found.putIfAbsent(Id.of(row.personId), row.id));
        }
        return found;
    }

    /** Messages that wait, one for each opening. */
    @Transactional
    void add(List<Opening> openings, boolean isByHand, Instant now) {
        List<MessageRow> made = new ArrayList<>(openings.size());
        for (Opening opening : openings) {
            MessageRow row = new MessageRow();
            row.id = ids.next();
            row.personId = opening.person().value();
            row.occasion = opening.occasion().name();
            row.accounts = text(opening.accounts());
            row.byHand = isByHand;
            row.state = State.WAITING.name();
            row.detail = "";
            row.madeAt = now;
            row.dueAt = now;
            made.add(row);
        }
        newRows.insert(made);
    }

    /** More accounts for a message that is not sent yet. */
    @Transactional
    void widen(UUID id, List<Id<Account>> accounts, Instant now) {
        MessageRow row = rows.findById(id).orElseThrow();
        Set<Id<Account>> all = new LinkedHashSet<>(accounts(row.accounts));
        all.addAll(accounts);
        row.accounts = text(new ArrayList<>(all));
        row.state = State.WAITING.name();
        row.dueAt = now;
    }

    /** Another state from one that it must be in; whether it was. */
    @Transactional
    boolean move(UUID id, Set<State> from, State to, String detail, Instant due) {
        MessageRow row = rows.findById(id).orElseThrow();
        if (!from.contains(State.valueOf(row.state))) {
            return false;
        }
        row.state = to.name();
        row.detail = detail.substring(0, Math.min(LONGEST_DETAIL, detail.length()));
        row.dueAt = due;
        return true;
    }

    /** Marked before it is handed in, with the text that is kept of it. */
    @Transactional
    boolean sending(UUID id, String address, MessageTemplate.Filled kept) {
        MessageRow row = rows.findById(id).orElseThrow();
        if (!row.state.equals(State.GOING.name())) {
            return false;
        }
        row.state = State.SENDING.name();
        row.attempts++;
        row.address = address;
        row.subject = kept.subject();
        row.body = kept.body();
        return true;
    }

    @Transactional
    void sent(UUID id, Instant at) {
        MessageRow row = rows.findById(id).orElseThrow();
        row.state = State.SENT.name();
        row.detail = "";
        row.sentAt = at;
    }

    static String text(List<Id<Account>> accounts) {
        return accounts.stream().map(Id::toString).collect(Collectors.joining(","));
    }

    static List<Id<Account>> accounts(String text) {
        return Arrays.stream(text.split(","))
                .filter(part -> !part.isEmpty())
                .map(Id::<Account>of)
                .toList();
    }

    private static Message message(MessageRow row) {
        return new Message(
                row.id,
                Id.of(row.personId),
                Occasion.valueOf(row.occasion),
                accounts(row.accounts),
                row.byHand,
                State.valueOf(row.state),
                row.detail,
                row.madeAt,
                row.dueAt,
                row.attempts,
                Optional.ofNullable(row.sentAt),
                Optional.ofNullable(row.address),
                Optional.ofNullable(row.subject),
                Optional.ofNullable(row.body));
    }
}
