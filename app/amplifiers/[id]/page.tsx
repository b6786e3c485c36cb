import { redirect } from "next/navigation";

export default async function AmplifierPage({ params }: { params: Promise<{ id: string }> }) {
  redirect(`/amplifiers/${(await params).id}/brief`);
}
