CREATE TABLE "revision" (
	"scope" uuid PRIMARY KEY NOT NULL,
	"mark" uuid DEFAULT gen_random_uuid() NOT NULL
);
