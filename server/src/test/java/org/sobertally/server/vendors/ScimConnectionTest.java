package org.sobertally.server.vendors;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;
import org.sobertally.server.vendors.VendorConnection.Answer;
import org.sobertally.server.vendors.VendorConnection.Reading;
import org.sobertally.server.vendors.VendorConnection.Roll;
import org.sobertally.server.vendors.VendorProtocol.LinkConfig;
import org.sobertally.skerry.standin.Holder;
import org.sobertally.skerry.standin.Lie;
import org.sobertally.skerry.standin.Temper;
import org.sobertally.skerry.standin.VendorStandIn;

/**
 * What a link makes of a vendor that does not tell the truth, or tells it so that nobody can read
 * it.
 */
@Tag("unit")
class ScimConnectionTest {

  private static final String TOKEN = "t";
  private static final Duration HURRIED = Duration.ofSeconds(1);
  private static final AccountTarget TAKE = AccountTarget.ofSeats("a-1", Set.of(), Set.of("opus"));

  private final VendorStandIn vendor =
      VendorStandIn.start(
          "Quillmoor",
          TOKEN,
          people(450),
          new Temper(false, Duration.ZERO, Map.of("opus", 1000)),
          null);
  private final VendorConnection link = link(Duration.ofSeconds(5));

  private VendorConnection link(Duration patience) {
    return new ScimConnection(LinkConfig.of("quillmoor", vendor.url(), TOKEN, patience));
  }

  private static List<Holder> people(int count) {
    List<Holder> holders = new ArrayList<>();
    for (int n = 0; n < count; n++) {
      holders.add(
          new Holder("a-" + n, "p%d@skerryline.example".formatted(n), true, Set.of("opus")));
    }
    return holders;
  }

  @AfterEach
  void stop() {
    vendor.close();
  }

  @Test
  void anHonestVendorIsUnderstood() {
    assertThat(link.ask("c1", TAKE)).isInstanceOf(Answer.Done.class);
    assertThat(shown("a-1").plans()).isEmpty();
    assertThat(link.ask("c2", AccountTarget.ofLogin("a-2", false))).isInstanceOf(Answer.Done.class);
    assertThat(shown("a-2").active()).isFalse();
    assertThat(link.ask("c3", AccountTarget.gone("a-3"))).isInstanceOf(Answer.Done.class);
    assertThat(shown("a-3").present()).isFalse();
    AccountTarget opens =
        new AccountTarget("a-new", "new@skerryline.example", true, null, Set.of("opus"), Set.of());
    assertThat(link.ask("c4", opens)).isInstanceOf(Answer.Done.class);
    assertThat(shown("a-new").plans()).containsExactly("opus");
    assertThat(((Roll.All) link.readAll()).logins()).hasSize(450);
  }

  private VendorAccount shown(String account) {
    return ((Reading.Shows) link.read(account)).login();
  }

  /**
   * Whatever a vendor answers, an account that still holds its seat is never read as one that does
   * not.
   */
  @ParameterizedTest
  @EnumSource(value = Lie.class, mode = EnumSource.Mode.EXCLUDE, names = "NOBODY_THERE")
  void noLieMakesAChangeOfNothing(Lie lie) {
    vendor.lie(1, 7, lie);
    Reading reading = link.read("a-1");
    if (reading instanceof Reading.Shows shows) {
      assertThat(TAKE.metBy(shows.login())).as(lie.name()).isFalse();
      assertThat(AccountTarget.gone("a-1").metBy(shows.login())).isFalse();
      assertThat(AccountTarget.ofLogin("a-1", false).metBy(shows.login())).isFalse();
    }
  }

  /** Whatever a vendor answers, nobody is touched but who was asked for. */
  @ParameterizedTest
  @EnumSource(Lie.class)
  void noLieTouchesAnybodyElse(Lie lie) {
    vendor.lie(1, 7, lie);
    // Each for itself: one that was told to wait would be left alone for a while.
    link(HURRIED).ask("c1", AccountTarget.gone("a-1"));
    link(HURRIED).ask("c2", AccountTarget.gone("nobody"));
    link(HURRIED).ask("c3", AccountTarget.ofSeats("a-440", Set.of(), Set.of("opus")));
    vendor.beHonest();
    Set<String> asked = Set.of("a-1", "a-440");
    for (Holder holder : people(450)) {
      if (!asked.contains(holder.account())) {
        assertThat(vendor.account(holder.account())).as(lie.name()).isEqualTo(holder);
      }
    }
  }

  /** A whole reading that cannot be whole is none. */
  @ParameterizedTest
  @EnumSource(
      value = Lie.class,
      mode = EnumSource.Mode.EXCLUDE,
      names = {"IGNORES_THE_FILTER", "ANSWERS_ABOUT_ANOTHER", "DOES_NOTHING", "NOBODY_THERE"})
  void aWholeReadingIsAllOrNothing(Lie lie) {
    vendor.lie(1, 7, lie);
    assertThat(link.readAll()).as(lie.name()).isInstanceOf(Roll.Unread.class);
  }

  @Test
  void aFilterThatIsIgnoredDoesNotHideWhomWeAskedFor() {
    vendor.lie(1, 7, Lie.IGNORES_THE_FILTER);
    assertThat(shown("a-1").plans()).containsExactly("opus");
    assertThat(((Reading.Unreadable) link.read("a-440")).reason())
        .isEqualTo("Asked for a-440, quillmoor answered about a-0.");
  }

  @Test
  void aNameIsComparedLetterByLetter() {
    assertThat(link.read("A-1")).isInstanceOf(Reading.Unreadable.class);
  }

  @Test
  void aVendorThatWantsToBeLeftAloneForEverIsAskedAgainWithinTheHour() {
    vendor.lie(1, 7, Lie.WAIT_FOR_EVER);
    assertThat(((Answer.Later) link.ask("c1", TAKE)).seconds()).isEqualTo(3600);
  }

  @Test
  void whatARefusalSaysIsCutToWhatSomebodyReads() {
    vendor.lie(1, 7, Lie.LONG_WINDED);
    assertThat(((Answer.Refused) link.ask("c1", TAKE)).reason()).hasSizeLessThan(500);
  }

  @Test
  void aVendorThatIsGoneIsToldSoWithoutNamesOfClasses() {
    vendor.close();
    Reading.Unreadable gone = (Reading.Unreadable) link.read("a-1");
    assertThat(gone.answered()).isFalse();
    assertThat(gone.reason()).isEqualTo("quillmoor cannot be reached.");
    assertThat(link.readAll()).isInstanceOf(Roll.Unread.class);
  }
}
