/** What lies in a file of pupils, for whoever opens it without Vilko. */
export const BUNDLE_READ_ME = `This is a zip file of what Vilko keeps about one or more people who take golf lessons.
Everything in it can be read without Vilko: any program opens the zip, any text editor the JSON.

pupils.json
  Text (JSON, UTF-8). "pupils": name, hand, stature, mass, aims, injuries on record. "lessons": when, where, aim,
  notes, and the words and figures of the report. "swings": number, when, club, which recording it lies in. "shots":
  what the ball did (m, m/s, degrees, revolutions a minute). "films", "entered" (numbers read off elsewhere), "plans",
  "experiments", "log" (the logbook), "bookings", "letters", "followers" (who follows which programme). In a backup of
  a whole house also "patterns", "drills" and "programmes" of its own, "settings", "mark" (its sign on the report) and
  "inbox" (swings that nobody has taken yet). "vilko", "version" and "written" say what wrote this
  and when, "missing" which files were not there any more. Times are ISO 8601. A word that ends in Id names the row it
  belongs to.

recordings/ID.vilko
  One for each recording. It is a zip file too: recording.json (device, plates and mat in m, what was stated) and
  channels.npz (NumPy): "time" in s, forces in N, moments in N m, a mat's frames in counts of its cells, sound, club
  angles in degrees.
  Times that run evenly are told as "clock": first + k / rate. Channels named in "decimals" are kept as whole numbers;
  in Python:
    p = npz["p1_fz"].astype(np.uint32)
    folded = sum(p[i] << np.uint32(8 * i) for i in range(len(p))).astype(np.int64)
    values = np.cumsum((folded >> 1) ^ -(folded & 1)) / 10 ** head["decimals"]["p1_fz"]["digits"]

films/ID.webm, films/ID.mp4
  Films of swings and of the logbook, spoken reviews, films and pictures of drills, as they came.

missing.txt
  Only where something was not there any more when this was packed: the names of those files.

Shares, times and angles of a swing are not in here: they are worked out from the recordings, by definitions that every
measure's page in Vilko states.
`;

/** The same of a sealed backup: how it is opened. */
export const SEALED_READ_ME = `This is a backup that Vilko has sealed: it can be read with the passphrase of its house alone.

Put it back in Office > Settings of that house, or write an open copy of it, which any program opens and any house can
put back:
  vilko seal --copy THIS.zip --to OPEN.zip

Every other entry is sealed by AES-256-GCM: 12 bytes used once, the bytes, 16 that tell whether somebody changed them; its
name is what is authenticated with it. What ends in .json or .txt was packed by gzip before. The key of 32 bytes is HKDF
(SHA-256, no salt, "vilko archives") of the house's, which lies in sealed.json: sealed by AES-256-GCM under scrypt of the
passphrase (UTF-8, NFKC), with the salt, cost, nonce and tag that stand there in base 64.
`;
