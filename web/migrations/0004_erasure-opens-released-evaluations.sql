-- A released evaluation may go only while the erasure of its child is recorded, in the same transaction: the setting names an
-- erasure whose time is the time of this very transaction, so that no earlier record opens the door again.
CREATE OR REPLACE FUNCTION refuse_change_of_released_evaluation() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  IF OLD.released_at IS NOT NULL AND NOT (TG_OP = 'DELETE' AND EXISTS (
    SELECT 1 FROM erasures
    WHERE id = nullif(current_setting('stride_chalk.erasure', true), '')::uuid AND erased_at = transaction_timestamp()
  )) THEN
    RAISE EXCEPTION 'a released evaluation never changes: make a new version' USING ERRCODE = 'restrict_violation';
  END IF;
  IF TG_OP = 'DELETE' THEN RETURN OLD; END IF;
  RETURN NEW;
END $$;
