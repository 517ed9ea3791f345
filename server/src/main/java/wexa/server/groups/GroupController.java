package wexa.server.groups;

import java.util.List;
import java.util.UUID;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;
import wexa.server.drafts.LongDrafts;
import wexa.server.rights.Actor;

/** Groups over HTTP. */
@RestController
@RequestMapping("/api/v1/groups")
class GroupController {
    private final GroupService groups;
    private final LongDrafts longDrafts;

    GroupController(GroupService groups, LongDrafts longDrafts) {
        this.groups = groups;
        this.longDrafts = longDrafts;
    }

    @GetMapping
    List<GroupViews.GroupRow> list(Actor actor) {
        return groups.list(actor);
    }

    @GetMapping("/{id}")
    GroupViews.GroupPage page(Actor actor, @PathVariable UUID id) {
        return groups.page(actor, id);
    }

    @GetMapping("/{id}/shift")
    GroupViews.Shift shift(Actor actor, @PathVariable UUID id, @RequestParam UUID draft) {
        return longDrafts.with(draft, () -> groups.shift(actor, id, draft));
    }
}
