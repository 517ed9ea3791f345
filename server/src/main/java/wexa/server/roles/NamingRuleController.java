package wexa.server.roles;

import jakarta.validation.Valid;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Pattern;
import jakarta.validation.constraints.Size;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;
import wexa.server.rights.Actor;

/** The naming rule over HTTP. */
@RestController
@RequestMapping("/api/v1/naming-rule")
class NamingRuleController {
    private static final int LONGEST = 40;

    /** No line breaks and nothing that does not show. */
    private static final String ONE_LINE = "[^\\p{Cntrl}\\p{Cf}]*";

    private final NamingRuleService rule;

    NamingRuleController(NamingRuleService rule) {
        this.rule = rule;
    }

    record NamingRuleInput(
            @NotNull @Size(max = LONGEST) @Pattern(regexp = ONE_LINE)
            String prefix,

            @NotNull @Size(max = LONGEST) @Pattern(regexp = ONE_LINE)
            String suffix,

            boolean isNumbered) {}

    @GetMapping
    NamingRuleService.NamingRuleView get(Actor actor) {
        return rule.get(actor);
    }

    @PutMapping
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void set(Actor actor, @Valid @RequestBody NamingRuleInput input) {
        rule.set(actor, input.prefix().strip(), input.suffix().strip(), input.isNumbered());
    }
}
