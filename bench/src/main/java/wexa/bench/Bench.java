package wexa.bench;

import java.util.Collection;
import java.util.Locale;
import java.util.Map;
import org.openjdk.jmh.results.RunResult;
import org.openjdk.jmh.runner.Runner;
import org.openjdk.jmh.runner.RunnerException;
import org.openjdk.jmh.runner.options.OptionsBuilder;
import wexa.core.access.AccessIndex;
import wexa.core.model.Model;

/** Runs the measurements and prints figures with their ratio to a plain single-purpose program on a 2-core machine. */
public final class Bench {
    /** Milliseconds that the plain program takes at 200,000 people; for paths and preview the promised limit. */
    private static final Map<String, Double> PLAIN = Map.of(
            "onePersonsAccess", 0.06,
            "whoMayDoOneThingAtOneArea", 0.16,
            "countAllThatEverybodyHolds", 250.0,
            "indexFromLoadedRecords", 130.0,
            "allPathsOfOnePerson", 0.3,
            "previewOfTenChanges", 10.0,
            "effectOfARoleEdit", 10.0,
            "effectOfAWideRoleEdit", 27.0);

    private Bench() {}

    /** An argument is a pattern of measurements to run. */
    public static void main(String[] arguments) throws RunnerException {
        printMemory();
        String pattern = arguments.length == 0 ? "CoreBench" : arguments[0];
        Collection<RunResult> results =
                new Runner(new OptionsBuilder().include(pattern).build()).run();
        System.out.printf("%n%-32s %10s %14s %10s%n", "measurement", "people", "ms", "ratio");
        for (RunResult result : results) {
            String name = result.getParams().getBenchmark();
            String plainName = name.substring(name.lastIndexOf('.') + 1);
            double score = result.getPrimaryResult().getScore();
            System.out.printf(
                    Locale.ROOT,
                    "%-32s %10s %14.4f %10.2f%n",
                    plainName,
                    result.getParams().getParam("people"),
                    score,
                    score / PLAIN.getOrDefault(plainName, score));
        }
        System.out.println("ratio: to the plain program at 200,000 people (wanted: at most 3);"
                + " for paths and preview to their limit (wanted: at most 1)");
    }

    private static void printMemory() {
        Model model = new Generator(7, 200_000).model();
        long before = used();
        AccessIndex index = AccessIndex.compile(model);
        long after = used();
        System.out.printf(Locale.ROOT, "permissions held by 200,000 people: %,d%n", index.countHeld(Generator.NOW));
        System.out.printf(Locale.ROOT, "index of 200,000 people beyond its records: %,d MB%n", (after - before) >> 20);
    }

    private static long used() {
        for (int times = 0; times < 3; times++) {
            System.gc();
        }
        return Runtime.getRuntime().totalMemory() - Runtime.getRuntime().freeMemory();
    }
}
