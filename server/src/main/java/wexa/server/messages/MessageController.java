package wexa.server.messages;

import jakarta.validation.Valid;
import jakarta.validation.constraints.Max;
import jakarta.validation.constraints.Min;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.util.EnumSet;
import java.util.List;
import java.util.Objects;
import java.util.Set;
import java.util.UUID;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;
import wexa.core.message.MessageTemplate;
import wexa.core.message.Occasion;
import wexa.server.messages.MessageViews.MessageView;
import wexa.server.messages.MessageViews.MessagesView;
import wexa.server.messages.MessageViews.SampleView;
import wexa.server.messages.MessageViews.TemplateView;
import wexa.server.messages.MessageViews.WholeView;
import wexa.server.rights.Actor;

/** Messages over HTTP. */
@RestController
@RequestMapping("/api/v1/messages")
class MessageController {
    private static final int MOST_DAYS = 60;
    private static final int MOST = 2_000;
    private static final UUID LAST = UUID.fromString("ffffffff-ffff-ffff-ffff-ffffffffffff");

    private final MessageService messages;

    MessageController(MessageService messages) {
        this.messages = messages;
    }

    record TextInput(
            @NotNull @Size(max = 1_000) String subject,
            @NotNull @Size(max = 20_000) String body) {
        MessageTemplate template() {
            return new MessageTemplate(subject.strip(), body);
        }
    }

    record TemplateInput(
            @NotNull @Size(max = 1_000) String subject,
            @NotNull @Size(max = 20_000) String body,
            boolean isAutomatic,
            @Min(0) @Max(MOST_DAYS) int daysBefore) {}

    /** Without states, all. {@code before} is the {@code next} of the page before. */
    @GetMapping
    MessagesView page(
            Actor actor,
            @RequestParam(required = false) @Nullable Set<Message.State> state,
            @RequestParam(required = false) @Nullable UUID before,
            @RequestParam(defaultValue = "100") @Min(1) @Max(MOST) int limit) {
        Set<Message.State> states = EnumSet.noneOf(Message.State.class);
        if (state != null) {
            // an empty value asks for nothing in particular
            state.stream().filter(Objects::nonNull).forEach(states::add);
        }
        if (states.isEmpty()) {
            states = EnumSet.allOf(Message.State.class);
        }
        return messages.page(actor, states, before == null ? LAST : before, limit);
    }

    @GetMapping("/about/{person}")
    List<MessageView> about(Actor actor, @PathVariable UUID person) {
        return messages.about(actor, person);
    }

    @GetMapping("/{id}")
    WholeView whole(Actor actor, @PathVariable UUID id) {
        return messages.whole(actor, id);
    }

    @PostMapping("/{id}/send")
    @ResponseStatus(HttpStatus.ACCEPTED)
    void send(Actor actor, @PathVariable UUID id) {
        messages.send(actor, id);
    }

    record PeopleInput(@NotNull @Size(max = 5_000) List<@NotNull UUID> people) {}

    /** Sends several people their newest message again. */
    @PostMapping("/again")
    MessageService.SentAgain sendAgain(Actor actor, @Valid @RequestBody PeopleInput input) {
        return messages.sendAgain(actor, input.people());
    }

    @PostMapping("/{id}/drop")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void drop(Actor actor, @PathVariable UUID id) {
        messages.drop(actor, id);
    }

    @GetMapping("/templates")
    List<TemplateView> templates(Actor actor) {
        return messages.templates(actor);
    }

    @PutMapping("/templates/{occasion}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void setTemplate(Actor actor, @PathVariable Occasion occasion, @Valid @RequestBody TemplateInput input) {
        MessageTemplate template = new TextInput(input.subject(), input.body()).template();
        messages.setTemplate(actor, occasion, template, input.isAutomatic(), input.daysBefore());
    }

    @PostMapping("/templates/{occasion}/sample")
    SampleView sample(Actor actor, @PathVariable Occasion occasion, @Valid @RequestBody TextInput input) {
        return messages.sample(actor, occasion, input.template());
    }
}
