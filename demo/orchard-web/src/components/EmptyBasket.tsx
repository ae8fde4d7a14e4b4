import basket from "../assets/images/basket.png";

export function EmptyBasket({ children }: { readonly children: string }) {
  return (
    <figure>
      <img src={basket} alt="" />
      <figcaption>{children}</figcaption>
    </figure>
  );
}
