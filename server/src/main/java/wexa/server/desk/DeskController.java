package wexa.server.desk;

import jakarta.validation.Valid;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Pattern;
import jakarta.validation.constraints.Size;
import java.time.LocalDate;
import java.util.List;
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

/** The Desk, and its lines, over HTTP. */
@RestController
@RequestMapping("/api/v1/desk")
class DeskController {
    private static final String SECTION = "[a-z-]{1,30}";

    private final DeskService desk;
    private final DeskLines lines;

    DeskController(DeskService desk, DeskLines lines) {
        this.desk = desk;
        this.lines = lines;
    }

    record QuietInput(
            @NotNull @Size(max = 64) String matter,
            @NotNull LocalDate until,
            @NotNull @Size(max = 500) String reason) {}

    record HolderInput(@NotBlank @Size(max = 100) String holder) {}

    record CommentInput(@NotBlank @Size(max = 2000) String text) {}

    record OrderInput(
            @NotNull @Size(max = 30) List<@NotNull @Pattern(regexp = SECTION) String> sections,
            @NotNull @Size(max = 30) List<@NotNull @Pattern(regexp = SECTION) String> hidden,
            boolean onlyMine) {}

    @GetMapping
    DeskView get(Actor actor) {
        return desk.get(actor);
    }

    @PutMapping("/order")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void arrange(Actor actor, @Valid @RequestBody OrderInput input) {
        lines.arrange(actor, new DeskView.Order(input.sections(), input.hidden(), input.onlyMine()));
    }

    @PutMapping("/lines/{line}/quiet")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void quiet(Actor actor, @PathVariable String line, @Valid @RequestBody QuietInput input) {
        lines.quiet(actor, line, input.matter(), input.until(), input.reason().strip());
    }

    @DeleteMapping("/lines/{line}/quiet")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void show(Actor actor, @PathVariable String line) {
        lines.show(actor, line);
    }

    @PutMapping("/lines/{line}/holder")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void give(Actor actor, @PathVariable String line, @Valid @RequestBody HolderInput input) {
        lines.give(actor, line, input.holder());
    }

    @DeleteMapping("/lines/{line}/holder")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void release(Actor actor, @PathVariable String line) {
        lines.release(actor, line);
    }

    @GetMapping("/lines/{line}/comments")
    List<DeskLines.CommentView> comments(Actor actor, @PathVariable String line) {
        return lines.comments(actor, line);
    }

    @PostMapping("/lines/{line}/comments")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void comment(Actor actor, @PathVariable String line, @Valid @RequestBody CommentInput input) {
        lines.comment(actor, line, input.text().strip());
    }
}
