package org.sobertally.server.terms;

import jakarta.validation.Valid;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.util.List;
import java.util.Map;
import org.eclipse.microprofile.openapi.annotations.media.Schema;

/**
 * What of a vendor's rows is to be otherwise.
 *
 * @param state the rows', as they were when they were looked at
 * @param why for the journal; needed to save
 */
@Schema(name = "RowsEdit")
record RowEdit(
    @NotNull @Size(max = 64) String state,
    @Size(max = 500) @Schema(nullable = true) String why,
    @NotNull @Size(max = 5000) List<@NotNull @Valid Edited> rows) {

  /**
   * @param row the row's place in its table as it was read; null for a new one
   * @param values as typed, by column; what is absent stays; null takes the row out
   */
  @Schema(name = "EditedRow")
  record Edited(
      @NotNull String file,
      @Schema(nullable = true) Integer row,
      @Schema(nullable = true) Map<String, String> values) {}
}
