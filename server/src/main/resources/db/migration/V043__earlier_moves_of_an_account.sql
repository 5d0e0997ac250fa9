-- A step that waits asks what goes before it: the earlier moves of its account on its slate.
CREATE INDEX slate_move_account ON slate_move (account, slate);
