package wexa.server.reports;

import jakarta.validation.Valid;
import jakarta.validation.constraints.DecimalMin;
import jakarta.validation.constraints.Digits;
import jakarta.validation.constraints.Max;
import jakarta.validation.constraints.Min;
import java.io.IOException;
import java.io.InputStream;
import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.UUID;
import org.jspecify.annotations.Nullable;
import org.springframework.core.io.InputStreamResource;
import org.springframework.http.HttpStatus;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;
import wexa.server.evidence.Archive;
import wexa.server.rights.Actor;

/** Reports over HTTP. */
@RestController
@RequestMapping("/api/v1/reports")
class ReportController {
    private final ReportService reports;
    private final SeatPrices prices;

    ReportController(ReportService reports, SeatPrices prices) {
        this.reports = reports;
        this.prices = prices;
    }

    record PriceInput(
            @Nullable @DecimalMin("0") @Digits(integer = 9, fraction = 2)
            BigDecimal amount) {}

    /** A report for now, or as it would have been at the end of a past day. */
    @GetMapping("/{kind}")
    ReportViews.ReportView view(
            Actor actor,
            @PathVariable ReportKind kind,
            @RequestParam(required = false) @Nullable LocalDate day,
            @RequestParam(required = false) @Nullable UUID unit,
            @RequestParam(required = false) @Nullable UUID tenant) {
        return reports.view(actor, wanted(kind, day, unit, tenant));
    }

    /** The whole report with its cover, as an archive; the log keeps its digest. */
    @PostMapping("/{kind}/export")
    ResponseEntity<byte[]> export(
            Actor actor,
            @PathVariable ReportKind kind,
            @RequestParam(required = false) @Nullable LocalDate day,
            @RequestParam(required = false) @Nullable UUID unit,
            @RequestParam(required = false) @Nullable UUID tenant) {
        return Archive.answer(
                "wexa-" + kind.name().toLowerCase(Locale.ROOT) + ".zip",
                reports.export(actor, wanted(kind, day, unit, tenant)));
    }

    /**
     * A list of leavers from personnel, as CSV (RFC 4180) with a column of staff numbers and one of last days, against those on
     * record.
     */
    @PostMapping(path = "/leavers/comparison", consumes = "text/csv")
    ReportViews.ReportView compare(
            Actor actor,
            @RequestParam(required = false) @Nullable LocalDate from,
            @RequestParam(required = false) @Nullable LocalDate until,
            @RequestParam(required = false) @Nullable UUID unit,
            @RequestBody(required = false) @Nullable InputStreamResource list)
            throws IOException {
        return reports.compare(actor, compared(from, until, unit, list));
    }

    /** The whole comparison with its cover; the log keeps its digest. */
    @PostMapping(path = "/leavers/comparison/export", consumes = "text/csv")
    ResponseEntity<byte[]> exportComparison(
            Actor actor,
            @RequestParam(required = false) @Nullable LocalDate from,
            @RequestParam(required = false) @Nullable LocalDate until,
            @RequestParam(required = false) @Nullable UUID unit,
            @RequestBody(required = false) @Nullable InputStreamResource list)
            throws IOException {
        return Archive.answer(
                "wexa-leavers-compared.zip", reports.exportComparison(actor, compared(from, until, unit, list)));
    }

    private static ReportService.Compared compared(
            @Nullable LocalDate from,
            @Nullable LocalDate until,
            @Nullable UUID unit,
            @Nullable InputStreamResource list)
            throws IOException {
        return new ReportService.Compared(
                list == null ? InputStream.nullInputStream() : list.getInputStream(),
                Optional.ofNullable(from),
                Optional.ofNullable(until),
                Optional.ofNullable(unit));
    }

    /** Who would lose a seat if there were so many. */
    @GetMapping("/seats/losers")
    ReportViews.SmallerPoolView losers(
            Actor actor,
            @RequestParam UUID tenant,
            @RequestParam String kind,
            @RequestParam @Min(0) @Max(10_000_000) int size) {
        return reports.losers(actor, tenant, kind, size);
    }

    @GetMapping("/seats/prices")
    List<SeatPrices.PriceView> prices(Actor actor) {
        return prices.all(actor);
    }

    @PutMapping("/seats/prices/{tenant}/{kind}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void setPrice(
            Actor actor, @PathVariable UUID tenant, @PathVariable String kind, @Valid @RequestBody PriceInput input) {
        prices.set(actor, tenant, kind, input.amount());
    }

    private static ReportService.Wanted wanted(
            ReportKind kind, @Nullable LocalDate day, @Nullable UUID unit, @Nullable UUID tenant) {
        return new ReportService.Wanted(
                kind, Optional.ofNullable(day), Optional.ofNullable(unit), Optional.ofNullable(tenant));
    }
}
