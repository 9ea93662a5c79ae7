CREATE TABLE "sign_in_link" (
	"token_hash" text PRIMARY KEY NOT NULL,
	"person_id" text NOT NULL,
	"expires_at" timestamp with time zone NOT NULL
);
--> statement-breakpoint
ALTER TABLE "sign_in_link" ADD CONSTRAINT "sign_in_link_person_id_fkey" FOREIGN KEY ("person_id") REFERENCES "public"."person"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "entry_author" ON "entry" USING btree ("author_id") WHERE "entry"."author_id" IS NOT NULL;