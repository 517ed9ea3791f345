package wexa.server.manual;

import java.io.IOException;
import java.io.InputStream;
import java.security.DigestInputStream;
import java.security.MessageDigest;
import java.time.Instant;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import org.apache.commons.codec.binary.Hex;
import org.apache.commons.codec.digest.DigestUtils;
import org.springframework.transaction.support.TransactionTemplate;
import wexa.core.change.Days;
import wexa.core.manual.AccountList;
import wexa.core.manual.ListedAccounts;
import wexa.core.model.Tenant;
import wexa.core.preview.Snapshot;
import wexa.core.value.Id;
import wexa.server.connections.ManualTenants;
import wexa.server.jobs.ByHand;
import wexa.server.log.Notes;
import wexa.server.problems.Problem;
import wexa.server.readings.Freshness;
import wexa.server.readings.Observations;
import wexa.server.rights.Act;
import wexa.server.rights.Actor;
import wexa.server.rights.Over;
import wexa.server.rights.Requires;
import wexa.server.rights.UseCases;
import wexa.server.snapshot.SnapshotStore;
import wexa.server.wiring.BusinessClock;
import wexa.server.wiring.Settings;

/** Reads a tenant without an interface: from a complete list of its accounts, of a day that is said with it. */
@UseCases
public class ListService {
    private final ManualTenants tenants;
    private final ByHand byHand;
    private final ListReader reader;
    private final Observations observations;
    private final SnapshotStore snapshots;
    private final Notes notes;
    private final TransactionTemplate transactions;
    private final BusinessClock clock;
    private final Settings settings;

    ListService(
            ManualTenants tenants,
            ByHand byHand,
            ListReader reader,
            Observations observations,
            SnapshotStore snapshots,
            Notes notes,
            TransactionTemplate transactions,
            BusinessClock clock,
            Settings settings) {
        this.tenants = tenants;
        this.byHand = byHand;
        this.reader = reader;
        this.observations = observations;
        this.snapshots = snapshots;
        this.notes = notes;
        this.transactions = transactions;
        this.clock = clock;
        this.settings = settings;
    }

    /**
     * A list as somebody uploads it.
     *
     * @param at of when it is
     * @param accounts how many accounts the application shows: a list that has another number is not complete
     * @param isSure whether it is to be taken although most of the accounts known there are not in it
     */
    record Uploaded(InputStream text, Instant at, int accounts, boolean isSure) {}

    @Requires(value = Act.APPLY, over = Over.WHOLE_TENANT)
    public ManualViews.AccountListView read(Actor actor, UUID id, Uploaded uploaded) throws IOException {
        TaskService.manual(tenants, id);
        Id<Tenant> tenant = Id.of(id);
        Snapshot snapshot = snapshots.current();
        Tenant known = snapshot.model().tenants().find(tenant).orElseThrow(() -> Problem.notFound("tenant", id));
        requireNewest(tenant, uploaded.at());
        MessageDigest sha256 = DigestUtils.getSha256Digest();
        AccountList list = reader.parse(new DigestInputStream(uploaded.text(), sha256), snapshot.model(), known);
        if (list.lines().size() != uploaded.accounts()) {
            throw Problem.badField(
                    "accounts",
                    "list.count",
                    "The list has " + list.lines().size() + " accounts and the application shows " + uploaded.accounts()
                            + ": it is not complete. Export it again, without a filter and to its end.");
        }
        ListedAccounts listed = reader.compare(list, snapshot, known);
        if (listed.isDoubtful() && !uploaded.isSure()) {
            throw Problem.badField(
                    "isSure",
                    "list.doubtful",
                    "Only " + listed.met() + " of the " + listed.known() + " open accounts known here are in this list."
                            + " If it is another tenant's, choose the right one. If the others really are gone, say so"
                            + " below and upload it again.");
        }
        if (!reader.keep(known, uploaded.at(), list, listed)) {
            throw new Problem(
                    409,
                    "list.overtaken",
                    "A newer list of this tenant was uploaded in the meantime, so this one was not used.");
        }
        note(actor, known, uploaded, Hex.encodeHexString(sha256.digest()));
        return new ManualViews.AccountListView(
                list.lines().size(),
                listed.observation().strangers().size(),
                byHand.seenInList(tenant, uploaded.at()),
                list.unused(),
                ListReader.missing(list.columns()));
    }

    private void requireNewest(Id<Tenant> tenant, Instant at) {
        if (at.isAfter(clock.now())) {
            throw Problem.badField("at", "list.future", "A list cannot be of a later time than now.");
        }
        Optional.ofNullable(observations.freshness().get(tenant))
                .flatMap(Freshness::doneAt)
                .filter(newest -> !at.isAfter(newest))
                .ifPresent(newest -> {
                    throw Problem.badField(
                            "at",
                            "list.older",
                            "There is a list of " + Days.words(newest, 0, settings.zone())
                                    + " already, which is as new or newer. Export the accounts again.");
                });
    }

    private void note(Actor actor, Tenant tenant, Uploaded uploaded, String digest) {
        transactions.executeWithoutResult(status -> notes.write(
                actor.login(),
                "read tenant " + snapshots.current().model().path(tenant) + " from a list of "
                        + Days.words(uploaded.at(), 0, settings.zone()) + " with " + uploaded.accounts()
                        + " accounts, SHA-256 " + digest,
                Set.of(tenant.id().value())));
    }
}
