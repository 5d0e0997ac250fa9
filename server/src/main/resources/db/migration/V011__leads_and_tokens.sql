-- A lead is somebody of the directory: their groups are those that the directory says they lead.
ALTER TABLE access_person ADD person VARCHAR(200);

-- Tokens are made and taken back on their page; nobody can read them again.
ALTER TABLE access_token ADD id VARCHAR(40);
ALTER TABLE access_token ADD created_by VARCHAR(100);
