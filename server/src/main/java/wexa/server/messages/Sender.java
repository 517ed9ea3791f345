package wexa.server.messages;

import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.EnumSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionTemplate;
import wexa.connect.Outcome;
import wexa.connect.Trust;
import wexa.connect.mail.Mailer;
import wexa.core.consistency.ObjectKey;
import wexa.core.consistency.Observation;
import wexa.core.consistency.TenantObject;
import wexa.core.lifecycle.Identity;
import wexa.core.lifecycle.PersonStatus;
import wexa.core.message.Door;
import wexa.core.message.MessageTemplate;
import wexa.core.message.Occasion;
import wexa.core.model.Account;
import wexa.core.model.Engagement;
import wexa.core.model.Model;
import wexa.core.model.Person;
import wexa.core.model.Tenant;
import wexa.core.value.Id;
import wexa.server.log.Notes;
import wexa.server.messages.Message.State;
import wexa.server.readings.Observations;
import wexa.server.snapshot.SnapshotStore;
import wexa.server.wiring.BusinessClock;
import wexa.server.wiring.Settings;

/**
 * Moves messages on: from waiting for their accounts to the mail server. A message is marked before it is handed in, and
 * no transaction is open meanwhile. When nobody knows whether one arrived it is sent again under the same message id, with
 * a new link that ends the one before: twice is better than never, and only the newest link opens anything.
 */
@Component
class Sender {
    private static final Logger LOG = LoggerFactory.getLogger(Sender.class);
    private static final int AT_A_TIME = 50;
    private static final int MOST_ATTEMPTS = 30;
    private static final Duration LONGEST_PAUSE = Duration.ofMinutes(30);
    private static final Duration LOOK_AGAIN = Duration.ofSeconds(5);
    private static final String WRITER = "messages";

    private final MessageStore store;
    private final Templates templates;
    private final Activations activations;
    private final Wording wording;
    private final SnapshotStore snapshots;
    private final Observations observations;
    private final Notes notes;
    private final BusinessClock clock;
    private final TransactionTemplate transactions;
    private final MailSettings settings;
    private final Settings installation;
    private final @Nullable Mailer mailer;

    Sender(
            MessageStore store,
            Templates templates,
            Activations activations,
            Wording wording,
            SnapshotStore snapshots,
            Observations observations,
            Notes notes,
            BusinessClock clock,
            TransactionTemplate transactions,
            MailSettings settings,
            Settings installation) {
        this.store = store;
        this.templates = templates;
        this.activations = activations;
        this.wording = wording;
        this.snapshots = snapshots;
        this.observations = observations;
        this.notes = notes;
        this.clock = clock;
        this.transactions = transactions;
        this.settings = settings;
        this.installation = installation;
        this.mailer = mailer(settings);
    }

    private static @Nullable Mailer mailer(MailSettings settings) {
        return settings.host() == null
                ? null
                : new Mailer(new Mailer.Settings(
                        settings.host(),
                        settings.port(),
                        settings.encryption(),
                        Optional.ofNullable(settings.login()),
                        Optional.ofNullable(settings.password()),
                        settings.from(),
                        Trust.of(settings.certificates()),
                        settings.limit()));
    }

    boolean isConnected() {
        return mailer != null;
    }

    /** One round: everything that is due is looked at once. */
    void round() {
        for (Message message : store.due(clock.now(), AT_A_TIME)) {
            try {
                move(message);
            } catch (RuntimeException failure) {
                LOG.error("message {} failed", message.id(), failure);
                fail(message, "This message broke here, not at the mail server; the server's log says how.");
            }
        }
    }

    private void move(Message message) {
        Model model = snapshots.current().model();
        Optional<Person> person = model.people().find(message.person());
        List<Door> doors = Wording.doors(model, message.person(), message.occasion(), message.accounts());
        Optional<String> over = over(message, model, person, doors);
        if (person.isEmpty() || over.isPresent()) {
            drop(message, over.orElse(""));
            return;
        }
        if (message.state() == State.SENDING) {
            // a process ended while it was handed in
            store.move(
                    message.id(), EnumSet.of(State.SENDING), State.GOING, "Not known whether it arrived.", clock.now());
        } else if (message.state() == State.WAITING) {
            await(message, model, doors);
        } else {
            send(message, model, person.get(), doors);
        }
    }

    /** Why the message has nothing to say any more. */
    private Optional<String> over(Message message, Model model, Optional<Person> person, List<Door> doors) {
        if (message.occasion().isAboutAccounts()) {
            return doors.isEmpty() ? Optional.of("None of the accounts is open any more.") : Optional.empty();
        }
        if (message.occasion() == Occasion.ENDINGS) {
            return Wording.endings(model, message.person(), clock.now()).isEmpty()
                    ? Optional.of("Nothing of it ends soon any more.")
                    : Optional.empty();
        }
        if (message.occasion() == Occasion.TASKS) {
            return wording.hasTasks(model, message.person(), clock.now())
                    ? Optional.empty()
                    : Optional.of("All of it is done, or given to somebody else.");
        }
        return person.map(known -> Identity.of(known, model))
                .filter(identity -> identity == Identity.INVITED)
                .map(invited -> Optional.<String>empty())
                .orElseGet(() -> Optional.of("There is nobody to invite any more."));
    }

    private void await(Message message, Model model, List<Door> doors) {
        Set<State> waiting = EnumSet.of(State.WAITING);
        Instant now = clock.now();
        Instant earliest = Wording.engagement(model, message.person(), now)
                .filter(engagement -> message.occasion().isAboutAccounts())
                .map(engagement -> earliest(engagement, templates.of(message.occasion())))
                .orElse(now);
        List<String> missing = missing(message, model, doors);
        if (!missing.isEmpty()) {
            String text = "Waits until the account is there: " + String.join(", ", missing) + ".";
            store.move(message.id(), waiting, State.WAITING, text, now.plus(LOOK_AGAIN));
        } else if (earliest.isAfter(now)) {
            store.move(message.id(), waiting, State.WAITING, "Waits for its day.", earliest);
        } else {
            store.move(message.id(), waiting, message.isByHand() ? State.READY : State.GOING, "", now);
        }
    }

    private static Instant earliest(Engagement engagement, Templates.Kept kept) {
        Instant from = engagement.window().from();
        return from.equals(Instant.MIN) ? from : from.minus(Duration.ofDays(kept.daysBefore()));
    }

    /** Tenants in which one of the accounts was not seen as it should be: open, or closed before a first day. */
    private List<String> missing(Message message, Model model, List<Door> doors) {
        boolean isHere = PersonStatus.of(model, message.person(), clock.now()) == PersonStatus.HERE;
        TenantObject.Activity wanted = isHere ? TenantObject.Activity.OPEN : TenantObject.Activity.CLOSED;
        List<String> missing = new ArrayList<>();
        for (Door door : doors) {
            if (message.accounts().contains(door.account().id()) && !isThere(door.tenant(), door.account(), wanted)) {
                missing.add(door.name());
            }
        }
        return missing;
    }

    private boolean isThere(Tenant tenant, Account account, TenantObject.Activity wanted) {
        return observations
                .find(tenant.id(), ObjectKey.account(account.id()))
                .map(Observation.Seen::state)
                .filter(state -> state instanceof TenantObject.AccountState seen && seen.activity() == wanted)
                .isPresent();
    }

    private void send(Message message, Model model, Person person, List<Door> doors) {
        if (mailer == null) {
            fail(message, "No mail server is set. Set wexa.mail.host, then send it again.");
            return;
        }
        if (person.mail().isEmpty()) {
            fail(message, person.name() + " has no e-mail address. Add one, then send it again.");
            return;
        }
        String address = person.mail().get().text();
        List<Id<Account>> toSet = toSet(person, doors);
        MessageTemplate template = templates.of(message.occasion()).template();
        Instant now = clock.now();
        Optional<String> gaps = wording.gaps(message.occasion(), template, model, person, doors, now);
        if (gaps.isPresent()) {
            fail(
                    message,
                    "The template uses " + gaps.get() + ", and nothing is known to put there for " + person.name()
                            + ". Complete their record or change the template, then send it again.");
            return;
        }
        boolean needsLink = !toSet.isEmpty() || message.occasion() == Occasion.INVITATION;
        Optional<String> placeholder = needsLink ? Optional.of(Wording.LINK_WAS_HERE) : Optional.empty();
        MessageTemplate.Filled kept =
                wording.fill(message.occasion(), template, model, person, doors, placeholder, now);
        if (!store.sending(message.id(), address, kept)) {
            return;
        }
        Optional<String> link = placeholder.map(any -> link(message, person, toSet));
        MessageTemplate.Filled whole = wording.fill(message.occasion(), template, model, person, doors, link, now);
        settle(
                message,
                person,
                mailer.send(new Mailer.Mail(message.id().toString(), address, whole.subject(), whole.body(), now)));
    }

    private static String about(Occasion occasion) {
        return switch (occasion) {
            case FIRST_ACCOUNTS, MORE_ACCOUNTS -> " about accounts";
            case INVITATION -> " with an invitation";
            case ENDINGS -> " about what ends soon";
            case TASKS -> " about work by hand";
        };
    }

    /** Accounts that want a password and got none through a link of ours. */
    private List<Id<Account>> toSet(Person person, List<Door> doors) {
        Set<Id<Account>> settled = activations.settled(person.id());
        return doors.stream()
                .filter(Door::needsPassword)
                .map(door -> door.account().id())
                .filter(account -> !settled.contains(account))
                .toList();
    }

    /** The token stands behind the hash sign, where no server and no log of one sees it (RFC 3986 3.5). */
    private String link(Message message, Person person, List<Id<Account>> accounts) {
        String token = activations.make(message.id(), person.id(), accounts, settings.linkValidity());
        String page = message.occasion() == Occasion.INVITATION ? "/invitation" : "/activate";
        return installation.publicUrl().resolve(page) + "#" + token;
    }

    private void settle(Message message, Person person, Outcome<Boolean> outcome) {
        Set<State> sending = EnumSet.of(State.SENDING);
        if (outcome instanceof Outcome.Done<Boolean>) {
            transactions.executeWithoutResult(status -> {
                store.sent(message.id(), clock.now());
                notes.write(
                        WRITER,
                        "send message to " + person.handle().text() + about(message.occasion()),
                        Set.of(person.id().value()));
            });
        } else if (outcome instanceof Outcome.Refused<Boolean> refused) {
            store.move(message.id(), sending, State.FAILED, "The mail server said: " + refused.detail(), clock.now());
        } else if (message.attempts() + 1 >= MOST_ATTEMPTS) {
            String text = "Given up after " + MOST_ATTEMPTS + " tries. Last: " + words(outcome);
            store.move(message.id(), sending, State.FAILED, text, clock.now());
        } else {
            store.move(
                    message.id(),
                    sending,
                    State.GOING,
                    words(outcome),
                    clock.now().plus(pause(message.attempts())));
        }
    }

    private static String words(Outcome<Boolean> outcome) {
        return outcome instanceof Outcome.TryLater<Boolean> later
                ? later.reason()
                : "Not known whether it arrived: " + ((Outcome.Unknown<Boolean>) outcome).reason();
    }

    /** One second, then twice as long each time, up to half an hour. */
    private static Duration pause(int attempts) {
        Duration pause = Duration.ofSeconds(1L << Math.min(attempts, 20));
        return pause.compareTo(LONGEST_PAUSE) > 0 ? LONGEST_PAUSE : pause;
    }

    private void fail(Message message, String text) {
        store.move(message.id(), EnumSet.allOf(State.class), State.FAILED, text, clock.now());
    }

    private void drop(Message message, String text) {
        store.move(message.id(), EnumSet.allOf(State.class), State.DROPPED, text, clock.now());
    }
}
