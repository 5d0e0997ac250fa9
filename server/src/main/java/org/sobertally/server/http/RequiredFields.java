package org.sobertally.server.http;

import io.quarkus.smallrye.openapi.OpenApiFilter;
import java.util.List;
import java.util.Map;
import org.eclipse.microprofile.openapi.OASFilter;
import org.eclipse.microprofile.openapi.models.OpenAPI;
import org.eclipse.microprofile.openapi.models.media.Schema;

/** Says of every field that is never null that it is always there: records have no other kind. */
@OpenApiFilter(OpenApiFilter.RunStage.BUILD)
public class RequiredFields implements OASFilter {

  @Override
  public void filterOpenAPI(OpenAPI document) {
    document.getComponents().getSchemas().values().forEach(RequiredFields::require);
  }

  private static void require(Schema schema) {
    Map<String, Schema> fields = schema.getProperties();
    if (fields == null) {
      return;
    }
    for (var field : fields.entrySet()) {
      List<Schema.SchemaType> types = field.getValue().getType();
      boolean nullable = types != null && types.contains(Schema.SchemaType.NULL);
      boolean there = schema.getRequired() != null && schema.getRequired().contains(field.getKey());
      if (!nullable && !there) {
        schema.addRequired(field.getKey());
      }
    }
  }
}
