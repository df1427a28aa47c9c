-- Whether a guide sent it after its phone was shut out: kept, but never taken for "it is off".
ALTER TABLE session_event ADD COLUMN after_shut_out INTEGER NOT NULL DEFAULT 0;
