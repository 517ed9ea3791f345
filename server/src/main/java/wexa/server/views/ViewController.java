package wexa.server.views;

import jakarta.validation.Valid;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Pattern;
import jakarta.validation.constraints.Size;
import java.util.List;
import java.util.UUID;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;
import wexa.server.rights.Actor;

/** Saved views and pins over HTTP. */
@RestController
@RequestMapping("/api/v1")
class ViewController {
    private static final String ONE_LINE = "[^\\p{Cntrl}\\p{Cf}]*";

    private final SavedViews views;
    private final Pins pins;

    ViewController(SavedViews views, Pins pins) {
        this.views = views;
        this.pins = pins;
    }

    record ViewInput(
            @NotBlank @Size(max = 100) @Pattern(regexp = ONE_LINE)
            String name,

            @NotNull @Pattern(regexp = "people|groups|roles|jobs|messages")
            String place,

            @NotNull @Size(max = 4000) @Pattern(regexp = ONE_LINE)
            String filter,

            boolean isShared) {}

    record PinInput(
            @Nullable UUID view,

            @Nullable @Size(max = 100) @Pattern(regexp = "[a-z-]+(:[0-9a-f-]{36})?")
            String act) {}

    record PinsInput(@NotNull @Size(max = 100) List<@NotNull @Valid PinInput> pins) {}

    @GetMapping("/views")
    List<SavedViews.SavedView> all(Actor actor) {
        return views.all(actor);
    }

    /** Keeps a filter under a name, in place of one's own of the same name. */
    @PostMapping("/views")
    SavedViews.SavedView keep(Actor actor, @Valid @RequestBody ViewInput input) {
        return views.keep(actor, input.name().strip(), input.place(), input.filter(), input.isShared());
    }

    @DeleteMapping("/views/{id}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void remove(Actor actor, @PathVariable UUID id) {
        views.remove(actor, id);
    }

    @GetMapping("/pins")
    List<Pins.PinView> pins(Actor actor) {
        return pins.all(actor);
    }

    @PutMapping("/pins")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void set(Actor actor, @Valid @RequestBody PinsInput input) {
        pins.set(
                actor,
                input.pins().stream()
                        .map(pin -> new Pins.Wanted(pin.view(), pin.act()))
                        .toList());
    }
}
