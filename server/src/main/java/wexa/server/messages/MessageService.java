package wexa.server.messages;

import java.time.Instant;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.EnumSet;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import org.springframework.transaction.annotation.Transactional;
import wexa.core.ending.Ending;
import wexa.core.governance.Reached;
import wexa.core.message.Blank;
import wexa.core.message.Door;
import wexa.core.message.MessageTemplate;
import wexa.core.message.Occasion;
import wexa.core.model.Account;
import wexa.core.model.Kind;
import wexa.core.model.Model;
import wexa.core.model.Person;
import wexa.core.value.Id;
import wexa.server.log.Notes;
import wexa.server.messages.Message.State;
import wexa.server.messages.MessageViews.CountView;
import wexa.server.messages.MessageViews.MessageView;
import wexa.server.messages.MessageViews.MessagesView;
import wexa.server.messages.MessageViews.SampleView;
import wexa.server.messages.MessageViews.TemplateView;
import wexa.server.messages.MessageViews.WholeView;
import wexa.server.problems.Messages;
import wexa.server.problems.Problem;
import wexa.server.rights.Act;
import wexa.server.rights.Actor;
import wexa.server.rights.Over;
import wexa.server.rights.Requires;
import wexa.server.rights.UseCases;
import wexa.server.snapshot.SnapshotStore;
import wexa.server.wiring.BusinessClock;

/** Looking at messages, sending them by hand, and writing what they say. */
@UseCases
public class MessageService {
    private static final int PAGE = 50;

    private final MessageStore store;
    private final Templates templates;
    private final Sender sender;
    private final Wording wording;
    private final SnapshotStore snapshots;
    private final Notes notes;
    private final BusinessClock clock;
    private final MessageGuard guard;

    MessageService(
            MessageStore store,
            Templates templates,
            Sender sender,
            Wording wording,
            SnapshotStore snapshots,
            Notes notes,
            BusinessClock clock,
            MessageGuard guard) {
        this.guard = guard;
        this.store = store;
        this.templates = templates;
        this.sender = sender;
        this.wording = wording;
        this.snapshots = snapshots;
        this.notes = notes;
        this.clock = clock;
    }

    /** Messages in one of the states, newest first. */
    @Requires(value = Act.LOOK, over = Over.NOTHING)
    MessagesView page(Actor actor, Set<State> states, UUID before, int limit) {
        Model model = snapshots.current().model();
        List<Message> found = store.page(states, before, limit);
        UUID next = found.size() < limit ? null : found.get(limit - 1).id();
        List<CountView> counts = store.counts().entrySet().stream()
                .map(one -> new CountView(one.getKey(), one.getValue()))
                .toList();
        List<MessageView> views = found.stream().map(one -> view(one, model)).toList();
        return new MessagesView(views, next, counts, sender.isConnected());
    }

    @Requires(value = Act.LOOK, over = Over.NOTHING)
    List<MessageView> about(Actor actor, UUID person) {
        Model model = snapshots.current().model();
        return store.about(Id.of(person), PAGE).stream()
                .map(one -> view(one, model))
                .toList();
    }

    @Requires(value = Act.LOOK, over = Over.NOTHING)
    WholeView whole(Actor actor, UUID id) {
        Message message = found(id);
        Model model = snapshots.current().model();
        MessageTemplate.Filled text = message.subject().isPresent()
                ? new MessageTemplate.Filled(
                        message.subject().get(), message.body().orElse(""))
                : model.people()
                        .find(message.person())
                        .map(person -> filled(templates.of(message.occasion()).template(), model, person, message))
                        .orElseGet(() -> new MessageTemplate.Filled("", ""));
        return new WholeView(view(message, model), text.subject(), text.body());
    }

    private MessageTemplate.Filled filled(MessageTemplate template, Model model, Person person, Message message) {
        return fill(
                message.occasion(),
                template,
                model,
                person,
                Wording.doors(model, message.person(), message.occasion(), message.accounts()));
    }

    private MessageTemplate.Filled fill(
            Occasion occasion, MessageTemplate template, Model model, Person person, List<Door> doors) {
        boolean needsLink = occasion == Occasion.INVITATION || doors.stream().anyMatch(Door::needsPassword);
        Optional<String> link = needsLink ? Optional.of(Wording.LINK_WAS_HERE) : Optional.empty();
        return wording.fill(occasion, template, model, person, doors, link, clock.now());
    }

    private Message found(UUID id) {
        return store.find(id).orElseThrow(() -> Problem.notFound("message", id));
    }

    private static MessageView view(Message message, Model model) {
        Optional<Person> person = model.people().find(message.person());
        return new MessageView(
                message.id(),
                message.person().value(),
                person.map(Person::name).orElse("somebody who is not here any more"),
                message.occasion(),
                message.state(),
                message.detail(),
                message.accounts().stream()
                        .flatMap(account -> model.table(Kind.ACCOUNT).find(account).stream())
                        .map(Account::tenant)
                        .map(model.tenants()::get)
                        .map(model::title)
                        .toList(),
                message.madeAt(),
                message.state().isOpen() ? message.dueAt() : null,
                message.sentAt().orElse(null),
                message.address()
                        .or(() -> person.flatMap(Person::mail).map(mail -> mail.text()))
                        .orElse(null));
    }

    /**
     * Sends what waits for somebody, and again what was sent or failed; links in earlier ones are worth nothing then. Whoever
     * only helps sends nothing that was not meant to be sent already.
     */
    @Requires(value = Act.HELP, over = Over.MESSAGE)
    @Transactional
    public void send(Actor actor, UUID id) {
        if (!actor.acts().contains(Act.HELP)) {
            actor.require(Act.APPLY);
        }
        Message message = found(id);
        Set<State> from = actor.may(Act.APPLY)
                ? EnumSet.of(State.READY, State.SENT, State.FAILED, State.DROPPED, State.GOING)
                : EnumSet.of(State.SENT, State.FAILED);
        if (!actor.may(Act.APPLY) && !from.contains(message.state())) {
            throw new Problem(
                    409,
                    "message.not-sent-yet",
                    "This message was not sent before. Whoever applies changes decides whether it goes.");
        }
        if (!store.move(id, from, State.GOING, "", clock.now())) {
            throw new Problem(
                    409,
                    "message.not-yet",
                    message.state() == State.WAITING
                            ? "The accounts are not all there yet. The message goes when they are."
                            : "The message is being sent. Look again in a moment.");
        }
        note(actor, message, "send message again to ");
    }

    /** What came of sending the newest message of each of several people again. */
    public record SentAgain(int sent, List<NotSent> left) {}

    /** @param text why nothing was sent */
    public record NotSent(UUID person, String name, String text) {}

    /**
     * Sends each of several people their newest message again, as if one did so for each: who has none, or one that was never
     * sent, or lies out of reach, is left out with the reason and takes nobody else along.
     */
    @Requires(value = Act.HELP, over = Over.NOTHING)
    @Transactional
    public SentAgain sendAgain(Actor actor, List<UUID> people) {
        if (!actor.acts().contains(Act.HELP)) {
            actor.require(Act.APPLY);
        }
        Model model = snapshots.current().model();
        int sent = 0;
        List<NotSent> left = new ArrayList<>();
        for (UUID id : new LinkedHashSet<>(people)) {
            Optional<Person> person = model.people()
                    .find(Id.<Person>of(id))
                    .filter(one -> Reached.isSeen(actor.sight(), model, one.id(), clock.now()));
            if (person.isEmpty()) {
                left.add(new NotSent(id, "Somebody", "is no longer here, or outside your scope"));
                continue;
            }
            String name = person.get().name();
            Optional<Message> newest = store.about(Id.of(id), 1).stream().findFirst();
            Optional<String> refused =
                    newest.isEmpty() ? Optional.of("has never been sent a message") : refused(actor, newest.get());
            if (refused.isPresent()) {
                left.add(new NotSent(id, name, refused.get()));
            } else if (store.move(
                    newest.get().id(), EnumSet.of(State.SENT, State.FAILED), State.GOING, "", clock.now())) {
                note(actor, newest.get(), "send message again to ");
                sent++;
            } else {
                left.add(new NotSent(id, name, "has a message that is being sent now"));
            }
        }
        return new SentAgain(sent, left);
    }

    private Optional<String> refused(Actor actor, Message message) {
        if (message.state() != State.SENT && message.state() != State.FAILED) {
            return Optional.of("has a message that was not sent yet");
        }
        try {
            guard.require(actor, message.id());
            return Optional.empty();
        } catch (Problem outOfReach) {
            return Optional.of(Objects.requireNonNullElse(outOfReach.getMessage(), "is out of your reach"));
        }
    }

    /** What is not sent yet is not to be sent. */
    @Requires(value = Act.APPLY, over = Over.MESSAGE)
    @Transactional
    public void drop(Actor actor, UUID id) {
        Message message = found(id);
        Set<State> from = EnumSet.of(State.WAITING, State.READY, State.GOING, State.FAILED);
        if (!store.move(id, from, State.DROPPED, "Not to be sent, said " + actor.login() + ".", clock.now())) {
            throw new Problem(409, "message.sent", "The message is sent, or being sent, and cannot be called back.");
        }
        note(actor, message, "do not send message to ");
    }

    private void note(Actor actor, Message message, String what) {
        String whom = snapshots
                .current()
                .model()
                .people()
                .find(message.person())
                .map(person -> person.handle().text())
                .orElse("somebody who is not here any more");
        notes.write(actor.login(), what + whom, Set.of(message.person().value()));
    }

    @Requires(value = Act.LOOK, over = Over.NOTHING)
    List<TemplateView> templates(Actor actor) {
        return Arrays.stream(Occasion.values())
                .map(templates::of)
                .map(kept -> new TemplateView(
                        kept.occasion(),
                        kept.template().subject(),
                        kept.template().body(),
                        kept.isAutomatic(),
                        kept.daysBefore(),
                        Arrays.stream(Blank.values()).map(Blank::text).toList(),
                        kept.changed().map(Templates.Change::by).orElse(null),
                        kept.changed().map(Templates.Change::at).orElse(null)))
                .toList();
    }

    /** Messages that are not sent yet are written with it as well. */
    @Requires(Act.GOVERN)
    @Transactional
    public void setTemplate(
            Actor actor, Occasion occasion, MessageTemplate template, boolean isAutomatic, int daysBefore) {
        check(occasion, template);
        templates.set(
                new Templates.Kept(occasion, template, isAutomatic, daysBefore, Optional.empty()),
                new Templates.Change(actor.login(), clock.now()));
        notes.write(actor.login(), "write messages about " + words(occasion) + " anew");
    }

    private static String words(Occasion occasion) {
        return switch (occasion) {
            case FIRST_ACCOUNTS -> "first accounts";
            case MORE_ACCOUNTS -> "more accounts";
            case INVITATION -> "invitations";
            case ENDINGS -> "what ends soon";
            case TASKS -> "work by hand";
        };
    }

    private static void check(Occasion occasion, MessageTemplate template) {
        Messages.require(template.check(occasion));
    }

    /** A template as somebody would get it: of the people with accounts, who started last. */
    @Requires(value = Act.LOOK, over = Over.NOTHING)
    SampleView sample(Actor actor, Occasion occasion, MessageTemplate template) {
        check(occasion, template);
        Model model = snapshots.current().model();
        Instant now = clock.now();
        Person person = somebody(occasion, model, now);
        MessageTemplate.Filled text = fill(occasion, template, model, person, Door.of(model, person.id()));
        return new SampleView(person.name(), text.subject(), text.body());
    }

    private Person somebody(Occasion occasion, Model model, Instant now) {
        if (occasion == Occasion.TASKS) {
            return wording.withTasks(model, now)
                    .map(model.people()::get)
                    .orElseThrow(() -> new Problem(
                            409, "message.nobody", "No manual work is waiting, so there is no example to show."));
        }
        if (occasion == Occasion.ENDINGS) {
            return Ending.soon(model, now).stream()
                    .findFirst()
                    .map(ending -> model.people().get(ending.told()))
                    .orElseThrow(() -> new Problem(
                            409, "message.nobody", "Nothing ends within 30 days, so there is no example to show."));
        }
        return model.table(Kind.ACCOUNT).stream()
                .filter(Account::isOpen)
                .flatMap(account -> account.person().stream())
                .distinct()
                .max(Comparator.<Id<Person>, Instant>comparing(id -> Wording.engagement(model, id, now)
                                .map(engagement -> engagement.window().from())
                                .orElse(Instant.MIN))
                        .thenComparing(Comparator.<Id<Person>>naturalOrder()))
                .map(model.people()::get)
                .orElseThrow(() ->
                        new Problem(409, "message.nobody", "Nobody has an account yet, so there is nobody to show."));
    }
}
