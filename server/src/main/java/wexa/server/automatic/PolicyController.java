package wexa.server.automatic;

import jakarta.validation.Valid;
import jakarta.validation.constraints.Max;
import jakarta.validation.constraints.Min;
import jakarta.validation.constraints.NotNull;
import java.util.List;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;
import wexa.core.governance.AutomaticChangePolicy;
import wexa.server.rights.Actor;

/** Policies for automatic changes over HTTP. */
@RestController
@RequestMapping("/api/v1/policies")
class PolicyController {
    private static final int MOST_PEOPLE = 100_000;

    private final PolicyService policies;

    PolicyController(PolicyService policies) {
        this.policies = policies;
    }

    record PolicyInput(
            AutomaticChangePolicy.@NotNull Mode mode,
            @Min(0) @Max(MOST_PEOPLE) int mostPeople,
            @Min(0) @Max(100) int mostPercent) {}

    @GetMapping
    List<PolicyView> all(Actor actor) {
        return policies.all(actor);
    }

    @GetMapping("/held")
    List<HeldChanges.Held> held(Actor actor) {
        return policies.waiting(actor);
    }

    @PutMapping("/{origin}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void set(Actor actor, @PathVariable String origin, @Valid @RequestBody PolicyInput input) {
        policies.set(actor, origin, new AutomaticChangePolicy(input.mode(), input.mostPeople(), input.mostPercent()));
    }
}
