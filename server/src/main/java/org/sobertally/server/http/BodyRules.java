package org.sobertally.server.http;

import com.fasterxml.jackson.core.StreamReadConstraints;
import com.fasterxml.jackson.databind.DeserializationFeature;
import com.fasterxml.jackson.databind.MapperFeature;
import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.databind.module.SimpleModule;
import io.quarkus.jackson.ObjectMapperCustomizer;
import jakarta.inject.Singleton;
import java.math.BigDecimal;

/**
 * How bodies are read: choices in either case, as in addresses; and where a whole number is asked
 * for, 3.5 is refused, of which the library would make a 3. No number is longer, nor any body
 * nested deeper, than anything that can be meant.
 */
@Singleton
public class BodyRules implements ObjectMapperCustomizer {

  private static final int MOST_NESTED = 100;

  @Override
  public void customize(ObjectMapper mapper) {
    mapper.disable(DeserializationFeature.ACCEPT_FLOAT_AS_INT);
    mapper
        .getFactory()
        .setStreamReadConstraints(
            StreamReadConstraints.builder()
                .maxNumberLength(Numbers.LONGEST)
                .maxNestingDepth(MOST_NESTED)
                .build());
    mapper.registerModule(
        new SimpleModule("bounded")
            .addDeserializer(BigDecimal.class, new Numbers())
            .addDeserializer(String.class, new PlainText()));
    mapper.setConfig(
        mapper.getDeserializationConfig().with(MapperFeature.ACCEPT_CASE_INSENSITIVE_ENUMS));
  }
}
