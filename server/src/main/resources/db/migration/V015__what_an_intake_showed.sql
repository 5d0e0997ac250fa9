-- Which intake confirmed a call, so that taking it back lets the call wait again.
ALTER TABLE vendor_call ADD COLUMN seen_in VARCHAR(64);
