package org.sobertally.server.vendors;

import static java.util.Objects.requireNonNull;

import java.io.IOException;
import java.net.http.HttpResponse.BodySubscriber;
import java.net.http.HttpResponse.BodySubscribers;
import java.nio.ByteBuffer;
import java.util.List;
import java.util.concurrent.CompletionStage;
import java.util.concurrent.Flow;
import org.jspecify.annotations.Nullable;

/** Gathers the bytes of an answer, and gives up on one that does not end. */
final class BoundedBody implements BodySubscriber<byte[]> {

  private final int most;
  private final BodySubscriber<byte[]> gathered = BodySubscribers.ofByteArray();
  private Flow.@Nullable Subscription subscription;
  private long seen;

  BoundedBody(int mostBytes) {
    this.most = mostBytes;
  }

  /** The answer is longer than anything sensible. */
  static final class TooLongException extends IOException {
    private static final long serialVersionUID = 1L;
  }

  @Override
  public CompletionStage<byte[]> getBody() {
    return gathered.getBody();
  }

  @Override
  public void onSubscribe(Flow.Subscription next) {
    subscription = next;
    gathered.onSubscribe(next);
  }

  @Override
  public void onNext(List<ByteBuffer> buffers) {
    buffers.forEach(buffer -> seen += buffer.remaining());
    if (seen > most) {
      requireNonNull(subscription).cancel();
      gathered.onError(new TooLongException());
    } else {
      gathered.onNext(buffers);
    }
  }

  @Override
  public void onError(Throwable fault) {
    gathered.onError(fault);
  }

  @Override
  public void onComplete() {
    gathered.onComplete();
  }
}
