package org.sobertally.skerry.book;

import java.util.List;
import org.sobertally.skerry.book.Crew.Member;

/** One vendor's part of the demo: what was bought there, who holds it and how it is used. */
interface VendorStory {

  void tell(Draft draft, List<Member> crew);
}
