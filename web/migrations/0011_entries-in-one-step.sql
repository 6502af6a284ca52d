-- An entry finds its place among those about the same thing: one question instead of five, asked with every level and every point.
CREATE FUNCTION place_entry(entry_id uuid, about text, said jsonb, hand uuid, made timestamptz)
RETURNS TABLE (outcome text, stands uuid) LANGUAGE plpgsql AS $$
DECLARE
  there entries%ROWTYPE;
  counts_as timestamptz := made;
BEGIN
  -- Those about one thing come one after the other; what follows sees what the one before has written.
  PERFORM pg_advisory_xact_lock(hashtextextended(about, 0));
  SELECT * INTO there FROM entries e WHERE e.id = entry_id;
  IF FOUND THEN
    RETURN QUERY SELECT CASE WHEN there.target = about AND there.entered_by = hand THEN 'repeated' ELSE 'taken' END, NULL::uuid;
    RETURN;
  END IF;
  SELECT * INTO there FROM entries e WHERE e.target = about ORDER BY e.made_at DESC, e.id DESC LIMIT 1;
  -- Two by one hand within five seconds keep the order in which they were made, whatever the network did.
  IF there.entered_by = hand AND there.id < entry_id AND made < there.made_at AND there.made_at < made + interval '5 seconds' THEN
    counts_as := there.made_at;
  END IF;
  INSERT INTO entries (id, target, body, entered_by, made_at) VALUES (entry_id, about, said, hand, counts_as);
  IF there.id IS NULL OR (counts_as, entry_id) > (there.made_at, there.id) THEN
    RETURN QUERY SELECT 'newest'::text, NULL::uuid;
  ELSE
    RETURN QUERY SELECT 'older'::text, there.id;
  END IF;
END $$;
