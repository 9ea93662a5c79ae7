CREATE TABLE "old_address" (
	"address" text PRIMARY KEY NOT NULL,
	"type_id" text NOT NULL,
	"at" timestamp with time zone DEFAULT now() NOT NULL
);
