CREATE TABLE "read_token" (
	"id" text PRIMARY KEY NOT NULL,
	"name" text NOT NULL,
	"token_hash" text NOT NULL,
	"types" jsonb,
	"created_by" text,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL,
	"last_used_at" timestamp with time zone,
	CONSTRAINT "read_token_hash_key" UNIQUE("token_hash")
);
--> statement-breakpoint
ALTER TABLE "read_token" ADD CONSTRAINT "read_token_created_by_fkey" FOREIGN KEY ("created_by") REFERENCES "public"."person"("id") ON DELETE set null ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "read_token_created_by" ON "read_token" USING btree ("created_by");