package wexa.server.setup;

import jakarta.validation.Valid;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.util.List;
import java.util.UUID;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;
import wexa.server.rights.Actor;
import wexa.server.setup.SetupViews.Address;
import wexa.server.setup.SetupViews.AnnouncedView;
import wexa.server.setup.SetupViews.ConnectionInput;
import wexa.server.setup.SetupViews.KeptInput;
import wexa.server.setup.SetupViews.MadeDraft;
import wexa.server.setup.SetupViews.MadeTenant;
import wexa.server.setup.SetupViews.MatchView;
import wexa.server.setup.SetupViews.NewTenant;
import wexa.server.setup.SetupViews.NewUnit;
import wexa.server.setup.SetupViews.Pair;
import wexa.server.setup.SetupViews.StepsView;
import wexa.server.setup.SetupViews.UnitView;

/** Setting up over HTTP. */
@RestController
@RequestMapping("/api/v1")
class SetupController {
    private static final int MOST_PAIRS = 2_000;

    private final UnitService units;
    private final TenantSetup tenants;
    private final MatchService matches;

    SetupController(UnitService units, TenantSetup tenants, MatchService matches) {
        this.units = units;
        this.tenants = tenants;
        this.matches = matches;
    }

    @GetMapping("/setup")
    StepsView steps(Actor actor) {
        return units.steps(actor);
    }

    @GetMapping("/units")
    List<UnitView> units(Actor actor) {
        return units.all(actor);
    }

    @PostMapping("/units")
    @ResponseStatus(HttpStatus.CREATED)
    void makeUnit(Actor actor, @Valid @RequestBody NewUnit unit) {
        units.make(actor, unit);
    }

    /** A POST, so that the token stands in no address. */
    @PostMapping("/tenants/probe")
    AnnouncedView probe(Actor actor, @Valid @RequestBody Address input) {
        return tenants.probe(actor, input.address(), input.token(), input.certificates());
    }

    @PostMapping("/tenants")
    @ResponseStatus(HttpStatus.CREATED)
    MadeTenant connect(Actor actor, @Valid @RequestBody NewTenant tenant) {
        return new MadeTenant(tenants.connect(actor, tenant));
    }

    @PutMapping("/tenants/{id}/connection")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void reconnect(Actor actor, @PathVariable UUID id, @Valid @RequestBody ConnectionInput input) {
        tenants.reconnect(actor, id, input);
    }

    record Pairs(@NotNull @Size(max = MOST_PAIRS) List<@NotNull @Valid Pair> pairs) {}

    @GetMapping("/tenants/{id}/matches")
    List<MatchView> matches(Actor actor, @PathVariable UUID id) {
        return matches.proposals(actor, id);
    }

    /** A draft that keeps non-personal accounts. */
    @PostMapping("/tenants/{id}/matches/kept")
    @ResponseStatus(HttpStatus.CREATED)
    MadeDraft keep(Actor actor, @PathVariable UUID id, @Valid @RequestBody KeptInput input) {
        return new MadeDraft(matches.keep(actor, id, input));
    }

    @PostMapping("/tenants/{id}/matches")
    @ResponseStatus(HttpStatus.CREATED)
    MadeDraft link(Actor actor, @PathVariable UUID id, @Valid @RequestBody Pairs input) {
        return new MadeDraft(matches.link(actor, id, input.pairs()));
    }
}
