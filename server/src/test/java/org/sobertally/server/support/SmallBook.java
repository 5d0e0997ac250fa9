package org.sobertally.server.support;

import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.zip.ZipEntry;
import java.util.zip.ZipInputStream;
import java.util.zip.ZipOutputStream;

/**
 * A book with a row in every file, small enough to be worked by hand. As of 30 Sep 2026 and counted
 * to 28 Sep, Opus has ten seats at 396.00: Ann used mail on 28 Sep, Bo last on 1 Jun (119 days
 * idle), Cy never (held since 1 Jul), Di has left, Ed is invited.
 */
public final class SmallBook {

  private final Map<String, String> files = new LinkedHashMap<>();

  public SmallBook() {
    file(
        "vendors.csv",
        "vendor,name,visible_after,sign_out_first,rest_days,reusable,restore_days",
        "quillmoor,Quillmoor,PT15M,false,0,true,14");
    file(
        "plans.csv",
        "plan,vendor,name,ladder,rank,model,parts,capacity_gb,lets_sign_in,listed_price,idle_line,opening_grace",
        "quill-letter,quillmoor,Letter,quill,1,NAMED,mail,5,true,,,",
        "quill-opus,quillmoor,Opus,quill,2,NAMED,mail charts,100,,,60,30");
    file(
        "agreements.csv",
        "agreement,vendor,name,currency,starts,ends,notice_days,renews,may_shrink,floor_percent,floor_window,floor_of,floor_check",
        "qm,quillmoor,\"Suite, yearly\",EUR,2026-01-07,2027-01-07,30,AUTO,AT_RENEWAL,80,60,HELD,2026-12-01");
    file(
        "lines.csv",
        "line,agreement,plan,seats,unit_price,pricing,minimum",
        "letter,qm,quill-letter,10,84,FLAT,",
        "opus,qm,quill-opus,8,420.5,VOLUME,2");
    file(
        "people.csv",
        "person,name,email,department,site,time_zone,manager,status,status_since,until,joined,kind",
        "ann,Ann Ø. Brekke,ann@skerryline.example,Dockyard,Tolsand,Europe/Lisbon,,ACTIVE,,,2020-02-29,PERSON",
        "bo,Bo,bo@skerryline.example,,,,ann,ACTIVE,,,,",
        "cy,Cy,cy@skerryline.example,,,,ann,ACTIVE,,,,",
        "di,Di,di@skerryline.example,,,,,LEFT,2026-09-01,,,",
        "ed,Ed,ed@skerryline.example,,,,,ACTIVE,,,,SERVICE");
    file("parts.csv", "vendor,part,name,capability,installable", "quillmoor,mail,Mail,mail,true");
    file("price_breaks.csv", "line,from_seats,unit_price", "opus,10,396");
    file("line_changes.csv", "line,day,delta,reason", "opus,2026-03-01,2,Growth");
    file("groups.csv", "group,name,retention_days", "yard,Dockyard,30");
    file("group_members.csv", "group,person,lead", "yard,ann,true", "yard,bo,");
    file("standing_rules.csv", "rule,group,plan,from,until", "r1,yard,quill-letter,2026-01-01,");
    file(
        "accounts.csv",
        "account,vendor,person,email,state,state_since,admin,stored_gb",
        "a-ann,quillmoor,ann,ann@skerryline.example,ACTIVE,,true,12.5",
        "a-bo,quillmoor,bo,bo@skerryline.example,ACTIVE,,,",
        "a-cy,quillmoor,cy,cy@skerryline.example,ACTIVE,,,",
        "a-di,quillmoor,di,di@skerryline.example,ACTIVE,,,",
        "a-ed,quillmoor,ed,ed@skerryline.example,INVITED,2026-09-20,false,");
    file(
        "holdings.csv",
        "holding,account,line,from,until,method",
        "h-ann,a-ann,opus,2026-01-10,,HAND",
        "h-bo,a-bo,opus,2026-01-10,,RULE",
        "h-cy,a-cy,opus,2026-07-01,,",
        "h-di,a-di,opus,2026-01-10,,VENDOR",
        "h-ed,a-ed,opus,2026-09-20,,");
    file(
        "evidence.csv",
        "vendor,complete_from,complete_to,kind",
        "quillmoor,2025-09-01,2026-09-28,DAILY");
    file(
        "activity.csv",
        "account,part,day",
        "a-ann,charts,2026-02-28",
        "a-ann,mail,2026-09-28",
        "a-bo,mail,2026-06-01");
    file(
        "sessions.csv",
        "session,account,plan,started,ended,host",
        "s1,a-bo,quill-opus,2026-09-01T09:00:00+01:00,2026-09-01T09:30:00.5+01:00,pc-7",
        "s2,a-bo,quill-opus,2026-09-02T09:00:00Z,,");
    file("installs.csv", "account,part,device,seen_on", "a-ann,mail,pc-1,2026-09-01");
    file("keeps.csv", "keep,holding,reason,by,until", "k1,h-bo,Winter audit,ann,2027-01-31");
    file(
        "data_rules.csv",
        "vendor,after,stage,name,days,reach,per_seat_year,per_gb_month,per_gb_opened,pooled",
        "quillmoor,TAKEN_BACK,1,Kept,30,OWNER,,0.02,,",
        "quillmoor,TAKEN_BACK,2,Gone,,NOBODY,,,,false");
    file("rates.csv", "currency,day,rate", "NOK,2026-07-01,0.0861");
    file("settings.csv", "name,value", "reporting_currency,EUR", "house_style,sober");
  }

  /** Sets a file's rows, header first. */
  public SmallBook file(String name, String... lines) {
    files.put(name, String.join("\r\n", lines) + "\r\n");
    return this;
  }

  public SmallBook without(String name) {
    files.remove(name);
    return this;
  }

  /** Adds a row at the end of a file. */
  public SmallBook row(String name, String line) {
    files.merge(name, line + "\r\n", String::concat);
    return this;
  }

  /** Replaces a text that must be there. */
  public SmallBook change(String name, String text, String by) {
    String before = files.get(name);
    if (!before.contains(text)) {
      throw new IllegalArgumentException("%s has no '%s'.".formatted(name, text));
    }
    files.put(name, before.replace(text, by));
    return this;
  }

  public byte[] zip() {
    ByteArrayOutputStream bytes = new ByteArrayOutputStream();
    try (ZipOutputStream zip = new ZipOutputStream(bytes)) {
      for (var file : files.entrySet()) {
        zip.putNextEntry(new ZipEntry(file.getKey()));
        zip.write(file.getValue().getBytes(StandardCharsets.UTF_8));
      }
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
    return bytes.toByteArray();
  }

  /** The texts of a zip's files, by name. */
  public static Map<String, String> unzip(byte[] zipped) {
    Map<String, String> texts = new LinkedHashMap<>();
    try (ZipInputStream zip = new ZipInputStream(new ByteArrayInputStream(zipped))) {
      for (ZipEntry entry = zip.getNextEntry(); entry != null; entry = zip.getNextEntry()) {
        texts.put(entry.getName(), new String(zip.readAllBytes(), StandardCharsets.UTF_8));
      }
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
    return texts;
  }
}
