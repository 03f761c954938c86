ALTER TABLE "round" ADD COLUMN "mean_fl" double precision;--> statement-breakpoint
ALTER TABLE "round" ADD COLUMN "mean_fr" double precision;--> statement-breakpoint
ALTER TABLE "round" ADD COLUMN "mean_rl" double precision;--> statement-breakpoint
ALTER TABLE "round" ADD COLUMN "mean_rr" double precision;--> statement-breakpoint
UPDATE "round" SET "mean_fl" = means.fl, "mean_fr" = means.fr, "mean_rl" = means.rl, "mean_rr" = means.rr
FROM (
  SELECT "reading"."round_id",
    avg(counted) FILTER (WHERE "corner" = 'FL') AS fl,
    avg(counted) FILTER (WHERE "corner" = 'FR') AS fr,
    avg(counted) FILTER (WHERE "corner" = 'RL') AS rl,
    avg(counted) FILTER (WHERE "corner" = 'RR') AS rr
  FROM "reading"
  LEFT JOIN (
    SELECT DISTINCT ON ("reading_id") "reading_id", "id", "height_mm" FROM "correction" ORDER BY "reading_id", "at" DESC
  ) newest ON newest."reading_id" = "reading"."id",
  LATERAL (SELECT CASE WHEN newest."id" IS NULL THEN "reading"."height_mm" ELSE newest."height_mm" END) AS as_counted (counted)
  GROUP BY "reading"."round_id"
) means WHERE means."round_id" = "round"."id";
