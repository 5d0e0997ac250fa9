package org.sobertally.server.slates;

import com.fasterxml.jackson.core.JsonParser;
import com.fasterxml.jackson.databind.DeserializationContext;
import com.fasterxml.jackson.databind.JsonMappingException;
import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.deser.std.StdDeserializer;
import com.fasterxml.jackson.databind.exc.MismatchedInputException;
import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import org.sobertally.server.refusal.Refusal;
import org.sobertally.server.slates.moves.MoveRequest;

/** Reads moves in any of three shapes: an object that has them, a bare list, one single move. */
class MovesReader extends StdDeserializer<SlateResource.MovesRequest> {
  private static final long serialVersionUID = 1L;

  MovesReader() {
    super(SlateResource.MovesRequest.class);
  }

  @Override
  public SlateResource.MovesRequest deserialize(JsonParser parser, DeserializationContext context)
      throws IOException {
    JsonNode body = context.readTree(parser);
    JsonNode list = body.has("moves") ? body.get("moves") : body;
    List<MoveRequest> moves = new ArrayList<>();
    if (list.isArray()) {
      for (JsonNode move : list) {
        moves.add(read(context, move, moves.size()));
      }
    } else if (!list.isObject()) {
      throw Refusal.badInput("moves: use a list of moves, or one move.");
    } else if (!list.isEmpty()) {
      moves.add(read(context, list, 0));
    }
    return new SlateResource.MovesRequest(moves);
  }

  private static MoveRequest read(DeserializationContext context, JsonNode move, int place)
      throws IOException {
    try {
      if (!move.isObject()) {
        throw MismatchedInputException.from(context.getParser(), MoveRequest.class, "no move");
      }
      return context.readTreeAsValue(move, MoveRequest.class);
    } catch (JsonMappingException e) {
      // A fault in the fifth move is told as one of moves[4].
      e.prependPath(List.class, place);
      e.prependPath(SlateResource.MovesRequest.class, "moves");
      throw e;
    }
  }
}
