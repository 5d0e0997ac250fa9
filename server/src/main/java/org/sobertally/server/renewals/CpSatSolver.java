package org.sobertally.server.renewals;

import com.google.ortools.Loader;
import com.google.ortools.sat.BoolVar;
import com.google.ortools.sat.CpModel;
import com.google.ortools.sat.CpSolver;
import com.google.ortools.sat.CpSolverStatus;
import com.google.ortools.sat.IntVar;
import com.google.ortools.sat.LinearExpr;
import com.google.ortools.sat.LinearExprBuilder;
import com.google.ortools.sat.Literal;
import io.quarkus.runtime.StartupEvent;
import jakarta.enterprise.context.ApplicationScoped;
import jakarta.enterprise.event.Observes;
import java.io.IOException;
import java.nio.file.DirectoryStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.ExecutionException;
import java.util.stream.Stream;
import org.jboss.logging.Logger;
import org.sobertally.core.renewal.MixProgram;
import org.sobertally.core.renewal.MixSolver;

/**
 * The cheapest mix by OR-Tools' CP-SAT, in exact integers: the cost first, proven or with its gap,
 * then the ties as good as the time allows. One worker, a fixed seed and limits in the solver's own
 * deterministic time give the same answer every time.
 */
@ApplicationScoped
public class CpSatSolver implements MixSolver {

  private static final Logger LOG = Logger.getLogger(CpSatSolver.class);

  /**
   * What was unpacked so long ago and is still there was left by an application that was killed.
   */
  private static final Duration LEFT_AFTER = Duration.ofDays(1);

  /** In the solver's units, about a second each. */
  private static final double FOR_COST = 8;

  private final double forCost;

  private static final double FOR_TIES = 0.5;

  /** The native library, loaded once and off the first request: it takes seconds. */
  private final CompletableFuture<Boolean> loaded =
      CompletableFuture.supplyAsync(CpSatSolver::load);

  public CpSatSolver() {
    this(FOR_COST);
  }

  /**
   * One of less patience.
   *
   * @param forCost in the solver's units of time
   */
  CpSatSolver(double forCost) {
    this.forCost = forCost;
  }

  /** Without its native library nothing is solved; everything else goes on. */
  public static final class MissingException extends RuntimeException {
    private static final long serialVersionUID = 1L;

    MissingException() {
      super(
          "The optimiser does not run on this machine, so the cheapest mix cannot be said."
              + " It needs Linux on x86-64; everything else works.");
    }
  }

  private static boolean load() {
    dropLeftovers(Path.of(System.getProperty("java.io.tmpdir")), Instant.now());
    try {
      Loader.loadNativeLibraries();
      return true;
    } catch (RuntimeException | LinkageError e) {
      LOG.warn(
          "The optimiser's native library cannot be loaded: the cheapest mix of plans will"
              + " not be said.",
          e);
      return false;
    }
  }

  /**
   * The library is unpacked anew at every start, and what was unpacked goes at the end; an
   * application that is killed leaves 69 MB of it. One that still runs has it open, and goes on.
   */
  static void dropLeftovers(Path temporary, Instant now) {
    try (DirectoryStream<Path> unpacked = Files.newDirectoryStream(temporary, "ortools-java*")) {
      for (Path folder : unpacked) {
        if (Files.getLastModifiedTime(folder).toInstant().isBefore(now.minus(LEFT_AFTER))) {
          drop(folder);
        }
      }
    } catch (IOException e) {
      LOG.debugf("What an earlier run unpacked stays in %s: %s", temporary, e.getMessage());
    }
  }

  private static void drop(Path folder) throws IOException {
    try (Stream<Path> inside = Files.walk(folder)) {
      for (Path one : inside.sorted(Comparator.reverseOrder()).toList()) {
        Files.delete(one);
      }
    }
  }

  /** So that nobody's first question waits for the library. */
  void onStart(@Observes StartupEvent started) {
    LOG.debug("The optimiser's native library is being loaded.");
  }

  /** Whether anything can be solved; waits for the library where it is still being loaded. */
  public boolean isThere() {
    try {
      return loaded.get();
    } catch (InterruptedException e) {
      Thread.currentThread().interrupt();
      return false;
    } catch (ExecutionException e) {
      return false;
    }
  }

  /**
   * Answers the programme.
   *
   * @throws MissingException where the native library is not there
   */
  @Override
  public Answer solve(MixProgram program) {
    if (!isThere()) {
      throw new MissingException();
    }
    Answer plain = plain(program);
    Model model = new Model(program);
    model.hint(plain);
    if (!model.minimise(model.cost.build(), forCost)) {
      return plain;
    }
    model.model.addLessOrEqual(model.cost.build(), model.best);
    long cost = model.best;
    long bound = model.bound;
    Answer answer = model.answer(cost, bound);
    for (LinearExpr tie : List.of(model.changed.build(), model.allSeats.build())) {
      if (!model.hint().minimise(tie, FOR_TIES)) {
        break;
      }
      answer = model.answer(cost, bound);
      model.model.addLessOrEqual(tie, model.best);
    }
    return answer;
  }

  /**
   * Everybody's cheapest choice by itself: where the search begins, and what is answered where
   * there is no time for any. It could be as much too dear as it costs.
   */
  private static Answer plain(MixProgram program) {
    int[] having = new int[program.plans().size()];
    List<List<Integer>> persons = new ArrayList<>();
    for (MixProgram.Group group : program.groups()) {
      MixProgram.Choice cheapest =
          group.choices().stream()
              .min(Comparator.comparingLong(choice -> firstPrice(program, choice)))
              .orElseThrow();
      persons.add(
          group.choices().stream()
              .map(choice -> choice == cheapest ? group.persons() : Integer.valueOf(0))
              .toList());
      cheapest.plans().forEach(plan -> having[plan] += group.persons());
    }
    List<Integer> seats = new ArrayList<>();
    long cost = 0;
    for (int p = 0; p < having.length; p++) {
      MixProgram.PlanSeats plan = program.plans().get(p);
      int wanted = having[p] + plan.staying();
      int bought = wanted == 0 && plan.mayBeNone() ? 0 : Math.max(wanted, plan.least());
      seats.add(bought);
      cost = Math.addExact(cost, MixProgram.cost(plan, bought));
    }
    return new Answer(persons, seats, cost, 0);
  }

  private static long firstPrice(MixProgram program, MixProgram.Choice choice) {
    return choice.plans().stream()
        .mapToLong(plan -> program.plans().get(plan).bands().get(0).unit())
        .sum();
  }

  /** The programme as the solver wants it. */
  private static final class Model {
    private final CpModel model = new CpModel();
    private final List<List<IntVar>> persons = new ArrayList<>();
    private final List<IntVar> seats = new ArrayList<>();
    private final List<IntVar> all = new ArrayList<>();
    private final LinearExprBuilder cost = LinearExpr.newBuilder();
    private final LinearExprBuilder changed = LinearExpr.newBuilder();
    private final LinearExprBuilder allSeats = LinearExpr.newBuilder();
    private CpSolver solver = new CpSolver();
    private long best;
    private long bound;

    Model(MixProgram program) {
      List<LinearExprBuilder> having = new ArrayList<>();
      program.plans().forEach(plan -> having.add(LinearExpr.newBuilder().add(plan.staying())));
      for (MixProgram.Group group : program.groups()) {
        addGroup(group, having);
      }
      for (int p = 0; p < program.plans().size(); p++) {
        addPlan(program.plans().get(p), having.get(p).build());
      }
    }

    private void addGroup(MixProgram.Group group, List<LinearExprBuilder> having) {
      List<IntVar> row = new ArrayList<>();
      LinearExprBuilder sum = LinearExpr.newBuilder();
      for (MixProgram.Choice choice : group.choices()) {
        IntVar given = number(0, group.persons());
        row.add(given);
        sum.add(given);
        choice.plans().forEach(plan -> having.get(plan).add(given));
        changed.add(given);
        if (choice.unchanged() > 0) {
          IntVar same = number(0, choice.unchanged());
          model.addLessOrEqual(same, given);
          changed.addTerm(same, -1);
        }
      }
      model.addEquality(sum.build(), group.persons());
      persons.add(row);
    }

    private IntVar number(long from, long to) {
      IntVar number = model.newIntVar(from, to, "n" + all.size());
      all.add(number);
      return number;
    }

    /** Its seats lie in one band of the price, or there are none. */
    private void addPlan(MixProgram.PlanSeats plan, LinearExpr having) {
      LinearExprBuilder bought = LinearExpr.newBuilder();
      List<Literal> which = new ArrayList<>();
      for (int b = 0; b < plan.bands().size(); b++) {
        MixProgram.Band band = plan.bands().get(b);
        long last = b + 1 < plan.bands().size() ? plan.bands().get(b + 1).from() - 1L : plan.most();
        long first = Math.max(band.from(), plan.least());
        if (first > last) {
          continue;
        }
        BoolVar in = model.newBoolVar("b" + all.size());
        IntVar of = number(0, last);
        model.addLessOrEqual(of, LinearExpr.term(in, last));
        model.addGreaterOrEqual(of, LinearExpr.term(in, first));
        cost.addTerm(of, band.unit());
        cost.addTerm(in, band.cost() - Math.multiplyExact(band.unit(), (long) band.from()));
        bought.add(of);
        all.add(in);
        which.add(in);
      }
      if (plan.mayBeNone()) {
        model.addAtMostOne(which);
      } else {
        model.addExactlyOne(which);
      }
      IntVar seats = number(0, plan.most());
      model.addEquality(seats, bought.build());
      model.addGreaterOrEqual(seats, having);
      allSeats.add(seats);
      this.seats.add(seats);
    }

    /** Whether a mix was found; the best and what it cannot be below are kept. */
    private boolean minimise(LinearExpr wanted, double limit) {
      model.minimize(wanted);
      solver = new CpSolver();
      solver.getParameters().setNumWorkers(1).setRandomSeed(1).setMaxDeterministicTime(limit);
      CpSolverStatus status = solver.solve(model);
      if (status != CpSolverStatus.OPTIMAL && status != CpSolverStatus.FEASIBLE) {
        return false;
      }
      best = Math.round(solver.objectiveValue());
      bound =
          status == CpSolverStatus.OPTIMAL ? best : (long) Math.ceil(solver.bestObjectiveBound());
      return true;
    }

    /** The search begins from this. */
    private void hint(Answer from) {
      for (int g = 0; g < persons.size(); g++) {
        for (int c = 0; c < persons.get(g).size(); c++) {
          model.addHint(persons.get(g).get(c), from.persons().get(g).get(c));
        }
      }
      for (int p = 0; p < seats.size(); p++) {
        model.addHint(seats.get(p), from.seats().get(p));
      }
    }

    /** The next search begins from what is found. */
    private Model hint() {
      model.clearHints();
      for (IntVar number : all) {
        model.addHint(number, solver.value(number));
      }
      return this;
    }

    private Answer answer(long costFound, long costBound) {
      List<List<Integer>> rows = new ArrayList<>();
      for (List<IntVar> row : persons) {
        rows.add(row.stream().map(one -> Math.toIntExact(solver.value(one))).toList());
      }
      List<Integer> bought = seats.stream().map(one -> Math.toIntExact(solver.value(one))).toList();
      return new Answer(rows, bought, costFound, costBound);
    }
  }
}
